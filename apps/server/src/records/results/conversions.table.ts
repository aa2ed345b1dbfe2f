import { index, pgTable, uuid } from 'drizzle-orm/pg-core';
import type { ConversionId } from '@plumgate/core/basics';
import { conversionFormat } from '@plumgate/core/conversions';
import { documentColumn, instant } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/** The outcomes that a client counts, by name. They are counted anew at each look, from what happened. */
export const conversions = pgTable(
  'conversions',
  {
    id: uuid().$type<ConversionId>().primaryKey(),
    clientId: ofClient(),
    content: documentColumn(conversionFormat)().notNull(),
    madeAt: instant('made_at').notNull(),
  },
  (table) => [index('conversions_of_client').on(table.clientId, table.madeAt)],
);
