import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { FunnelId } from '@plumgate/core/basics';
import { ofClient } from '../clients/table.ts';
import { instant } from '../../platform/database/columns.ts';

export const funnels = pgTable(
  'funnels',
  {
    id: uuid().$type<FunnelId>().primaryKey(),
    clientId: ofClient(),
    name: text().notNull(),
    /** The folder it is kept in; empty for none. */
    folder: text().notNull().default(''),
    /** Own HTML for every page of it, before the page's own. */
    head: text().notNull().default(''),
    body: text().notNull().default(''),
    /** The style of the client's brand that its pages have, by its id; empty for the brand itself. */
    style: text().notNull().default(''),
    removedAt: instant('removed_at'),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [index('funnels_by_client').on(table.clientId)],
);
