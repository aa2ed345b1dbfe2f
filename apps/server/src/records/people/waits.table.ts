import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { PersonId } from '@plumgate/core/basics';
import { instant } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';
import { people } from './table.ts';

/** What ended somebody's waiting. */
export type WaitEnd = 'called' | 'no-answer' | 'wrote' | 'booked' | 'let-go';

/** How long people waited for a first call or message after they wrote, once that is over; a row for each time. */
export const waits = pgTable(
  'waits',
  {
    id: uuid().primaryKey().defaultRandom(),
    clientId: ofClient(),
    /** Null once they are erased: the time stays in the statistics. */
    personId: uuid('person_id')
      .$type<PersonId>()
      .references(() => people.id, { onDelete: 'set null' }),
    startedAt: instant('started_at').notNull(),
    promisedBy: instant('promised_by').notNull(),
    endedAt: instant('ended_at').notNull(),
    how: text().$type<WaitEnd>().notNull(),
    /** Seconds in opening hours, and in all. */
    openSeconds: integer('open_seconds').notNull(),
    seconds: integer().notNull(),
    /** Those that were let go together. */
    batch: uuid(),
  },
  (table) => [
    index('waits_ended').on(table.clientId, table.endedAt),
    index('waits_of_person').on(table.personId),
    index('waits_of_batch').on(table.batch),
  ],
);
