import { index, integer, pgTable, uuid } from 'drizzle-orm/pg-core';
import type { AreaId } from '@plumgate/core/basics';
import type { AreaContent } from '@plumgate/core/market';
import { instant, json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/** Neighborhoods of a client, of which the market is reported. */
export const areas = pgTable(
  'areas',
  {
    id: uuid().$type<AreaId>().primaryKey(),
    clientId: ofClient(),
    content: json<AreaContent>().notNull(),
    version: integer().notNull().default(1),
    madeAt: instant('made_at').notNull(),
  },
  (table) => [index('areas_of_client').on(table.clientId)],
);
