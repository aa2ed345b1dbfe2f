import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import { ClientService } from '../domains/clients/client.service.ts';
import { TagReceiver } from '../domains/tags/tag-receiver.ts';
import { TagService } from '../domains/tags/tag.service.ts';

/** The contractor's ads are counted by the stand-in: its base code on every page, and a lead once for each form. */
export async function addTags(app: NestFastifyApplication): Promise<void> {
  const client = (await app.get(ClientService).bySlug('stonecroft-paving'))!;
  const [base, lead] = app.get(TagReceiver).tags();
  const [needs] = await app.get(TagService).add(client.id, [base]);
  await app.get(TagService).add(client.id, [{ ...lead, needs: needs! }]);
}
