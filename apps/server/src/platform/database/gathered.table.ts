import { integer, pgTable, text } from 'drizzle-orm/pg-core';
import { instant } from './columns.ts';

/** Batches of gathered writes, and how many items of each have been written: none of them is written again by who finds its file. */
export const gatheredBatches = pgTable('gathered_batches', {
  id: text().primaryKey(),
  written: integer().notNull(),
  at: instant().notNull(),
});
