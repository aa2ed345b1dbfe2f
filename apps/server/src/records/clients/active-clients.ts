import { sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import { clients } from './table.ts';

/** Rows of clients that the agency works for: of those that are archived nothing is shown and nothing happens. */
export const ofActiveClients = (column: AnyPgColumn): SQL =>
  sql`exists (select from ${clients} as active where active.id = ${column} and active.archived_at is null)`;
