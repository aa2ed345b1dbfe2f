import { sql } from 'drizzle-orm';
import { bigint, check, date, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { Cents, ClientId } from '@plumgate/core/basics';
import { clients, ofClient } from '../clients/table.ts';

/** What a client spent on ads: one row for a day, a source and a campaign, in minor units of their currency. */
export const adSpend = pgTable(
  'ad_spend',
  {
    clientId: ofClient(),
    day: date({ mode: 'string' }).notNull(),
    source: text().notNull(),
    campaign: text().notNull().default(''),
    amount: bigint({ mode: 'number' }).$type<Cents>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.clientId, table.day, table.source, table.campaign] }),
    check('ad_spend_above_nothing', sql`${table.amount} > 0`),
  ],
);

/** What a client wants to spend on ads in a month at most. */
export const adBudgets = pgTable('ad_budgets', {
  clientId: uuid('client_id')
    .$type<ClientId>()
    .primaryKey()
    .references(() => clients.id),
  monthly: bigint({ mode: 'number' }).$type<Cents>().notNull(),
});
