import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import { localDay, type Cents, type Instant } from '@plumgate/core/basics';
import type { SpendRow } from '@plumgate/core/spend';
import { Temporal } from 'temporal-polyfill';
import { ClientService } from '../domains/clients/client.service.ts';
import { SpendService } from '../domains/results/spend.service.ts';
import { quayside } from './clients.ts';

/** What the demo's ads cost on a day, in cents from the least to the most, and the client's budget for a month. */
const spending: Record<string, { monthly: number; sources: [string, number, number][] }> = {
  [quayside.slug]: {
    monthly: 1200_00,
    sources: [
      ['Search ads', 22_00, 34_00],
      ['Social ads', 9_00, 15_00],
    ],
  },
  'stonecroft-paving': {
    monthly: 900_00,
    sources: [
      ['Search ads', 24_00, 38_00],
      ['Social ads', 3_00, 7_00],
    ],
  },
};

/** Writes down what ads cost on each of `days` days until yesterday. */
export async function addAdSpend(
  app: NestFastifyApplication,
  until: Instant,
  days: number,
): Promise<void> {
  for (const [slug, { monthly, sources }] of Object.entries(spending)) {
    const client = (await app.get(ClientService).bySlug(slug))!;
    const today = Temporal.PlainDate.from(localDay(until, client.facts.zone));
    const rows = sources.flatMap(([source, least, most], index) =>
      Array.from({ length: days }, (_, before): SpendRow => {
        // Another amount each day, and the same in every demo.
        const share = ((before * 37 + index * 11) % 60) / 60;
        return {
          day: today.subtract({ days: before + 1 }).toString(),
          ...{ source, campaign: 'fall' },
          amount: Math.round(least + share * (most - least)) as Cents,
        };
      }),
    );
    await app.get(SpendService).write(client.id, rows);
    await app.get(SpendService).setBudget(client.id, monthly as Cents);
  }
}
