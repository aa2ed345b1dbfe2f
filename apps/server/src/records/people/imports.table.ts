import { integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { FieldId } from '@plumgate/core/basics';
import { json } from '../../platform/database/columns.ts';
import { jobs } from '../../platform/jobs/jobs.table.ts';
import { ofClient } from '../clients/table.ts';

/** How far an import is: written with the people of its rows, so that it goes on where it was. */
export const peopleImports = pgTable('people_imports', {
  jobId: uuid('job_id')
    .primaryKey()
    .references(() => jobs.id, { onDelete: 'cascade' }),
  clientId: ofClient(),
  /** What the file was called. */
  name: text().notNull(),
  rowsRead: integer('rows_read').notNull().default(0),
  made: integer().notNull().default(0),
  changed: integer().notNull().default(0),
  /** The fields that were made for it. */
  fields: json<FieldId[]>().notNull().default([]),
});
