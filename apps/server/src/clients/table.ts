import { jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { ClientId } from '@plumgate/core/basics';
import type { Brand } from '@plumgate/core/brand';
import type { Facts } from '@plumgate/core/clients';
import { instant } from '../platform/database/columns.ts';

export const clients = pgTable('clients', {
  id: uuid().$type<ClientId>().primaryKey(),
  name: text().notNull(),
  slug: text().notNull().unique(),
  facts: jsonb().$type<Facts>().notNull(),
  brand: jsonb().$type<Brand>().notNull(),
  createdAt: instant('created_at').notNull(),
});

/** The column that every row of a client carries, and every query asks for. */
export const ofClient = () =>
  uuid('client_id')
    .$type<ClientId>()
    .notNull()
    .references(() => clients.id);
