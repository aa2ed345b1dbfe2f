import { index, integer, pgTable, text } from 'drizzle-orm/pg-core';
import { instant } from '../database/columns.ts';

/**
 * How often something was tried within the current stretch of time. Unlogged (see its migration): counts are worth no
 * write-ahead log, and after a crash they begin again.
 */
export const limitCounts = pgTable(
  'limit_counts',
  {
    /** A digest: whose address or email it is can't be read from it. */
    key: text().primaryKey(),
    count: integer().notNull(),
    endsAt: instant('ends_at').notNull(),
  },
  (table) => [index('limit_counts_over').on(table.endsAt)],
);
