import { boolean, index, pgTable, primaryKey, uuid } from 'drizzle-orm/pg-core';
import type { PersonId } from '@plumgate/core/basics';
import { json } from '../../platform/database/columns.ts';
import { jobs } from '../../platform/jobs/jobs.table.ts';
import { ofClient } from '../clients/table.ts';
import { people } from './table.ts';

/**
 * The people a change of many is about, fixed as it began, and how each was before: by it a job that was broken off goes
 * on where it was, and one that is done can be undone.
 */
export const bulkPeople = pgTable(
  'bulk_people',
  {
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    clientId: ofClient(),
    isDone: boolean('is_done').notNull().default(false),
    /** What it takes to undo it; null where nothing was changed. */
    before: json<Record<string, unknown>>(),
  },
  (table) => [
    primaryKey({ columns: [table.jobId, table.personId] }),
    index('bulk_people_to_do').on(table.jobId, table.isDone, table.personId),
    index('bulk_people_of_person').on(table.personId),
  ],
);
