import { directArrival } from '@plumgate/core/results';
import type { ClientId, SequenceId } from '@plumgate/core/basics';
import { ClientService } from '../domains/clients/client.service.ts';
import { RunService } from '../domains/followup/run.service.ts';
import { Causes } from '../records/causes/consequences.ts';
import { PersonStore } from '../records/people/person-store.ts';
import type { TestApp } from './test-app.ts';

/** People who join together, each with an address of their own. */
export async function joinTogether(
  app: TestApp,
  clientId: ClientId,
  sequence: SequenceId,
  count: number,
): Promise<void> {
  const client = await app.get(ClientService).row(clientId);
  await app.database.transaction(async (tx) => {
    const effects = app.get(Causes).begin();
    for (let index = 0; index < count; index++) {
      const email = `p${index}@example.com`;
      const details = {
        firstName: `P${index}`,
        lastName: '',
        email,
        emailKey: email,
        phone: '',
        phoneKey: null,
        textConsent: false,
      };
      const at = app.clock.now();
      const person = await app.get(PersonStore).arrive(tx, client, details, directArrival, at, 0);
      await app.get(RunService).join(tx, effects, { client, sequence, person, at });
    }
    await effects.write(tx);
  });
}
