import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { ResultViewId } from '@plumgate/core/basics';
import { json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/** Ways to look at a client's results that somebody keeps by a name: the fields of the screen's address. */
export const resultViews = pgTable(
  'result_views',
  {
    id: uuid().$type<ResultViewId>().primaryKey(),
    clientId: ofClient(),
    name: text().notNull(),
    fields: json<Record<string, string>>().notNull(),
  },
  (table) => [index('result_views_of_client').on(table.clientId, table.name)],
);
