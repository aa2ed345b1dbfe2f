import { date, index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { ResultNoteId } from '@plumgate/core/basics';
import { ofClient } from '../clients/table.ts';

/** What somebody wrote down of a day, so that a change of the numbers can be understood later. */
export const resultNotes = pgTable(
  'result_notes',
  {
    id: uuid().$type<ResultNoteId>().primaryKey(),
    clientId: ofClient(),
    day: date({ mode: 'string' }).notNull(),
    words: text().notNull(),
  },
  (table) => [index('result_notes_of_client').on(table.clientId, table.day)],
);
