import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import type { Cents } from '@plumgate/core/basics';
import type { ConversionContent } from '@plumgate/core/conversions';
import { ClientService } from '../domains/clients/client.service.ts';
import { ConversionService } from '../domains/results/conversion.service.ts';
import { quayside } from './clients.ts';

const once: ConversionContent['rule'] = { counts: 'once', windowDays: 30, credit: 'last' };

/** What the demo's dentist counts. */
const counted: ConversionContent[] = [
  {
    ...{ name: 'Form sent', on: { kind: 'lead', form: null }, rule: once },
    value: { kind: 'none' },
  },
  {
    ...{ name: 'First visit booked', on: { kind: 'booked', calendar: null } },
    value: { kind: 'share', percent: 60, amount: 180_00 as Cents },
    rule: { ...once, credit: 'last-paid' },
  },
  {
    ...{ name: 'Called from a page', on: { kind: 'call' } },
    value: { kind: 'none' },
    rule: { ...once, counts: 'every' },
  },
];

export async function addConversions(app: NestFastifyApplication): Promise<void> {
  const client = (await app.get(ClientService).bySlug(quayside.slug))!;
  for (const content of counted) await app.get(ConversionService).add(client.id, content);
}
