import { index, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { BinKind } from '@plumgate/contract';
import type { BinId, ClientId } from '@plumgate/core/basics';
import { instant } from '../../platform/database/columns.ts';

/**
 * What was deleted and can come back: a row for each thing, which its own table marks with `removed_at` as well. What
 * was deleted along with something else, a funnel's pages, has no row of its own.
 */
export const bin = pgTable(
  'bin',
  {
    id: uuid().$type<BinId>().primaryKey(),
    kind: text().$type<BinKind>().notNull(),
    subjectId: uuid('subject_id').notNull(),
    /** Null for what is the agency's. */
    clientId: uuid('client_id').$type<ClientId>(),
    name: text().notNull(),
    removedAt: instant('removed_at').notNull(),
    /** Their name then: the row outlasts the account. */
    removedBy: text('removed_by').notNull().default(''),
  },
  (table) => [
    unique('bin_once').on(table.kind, table.subjectId),
    index('bin_newest').on(table.clientId, table.removedAt.desc().nullsFirst()),
    index('bin_oldest').on(table.removedAt),
  ],
);
