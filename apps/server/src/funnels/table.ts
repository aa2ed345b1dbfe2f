import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { FunnelId } from '@plumgate/core/basics';
import { ofClient } from '../clients/table.ts';
import { instant } from '../platform/database/columns.ts';

export const funnels = pgTable(
  'funnels',
  {
    id: uuid().$type<FunnelId>().primaryKey(),
    clientId: ofClient(),
    name: text().notNull(),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [index('funnels_by_client').on(table.clientId)],
);
