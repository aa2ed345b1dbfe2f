import { integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { ClientId } from '@plumgate/core/basics';
import { plainBrand, type Brand } from '@plumgate/core/brand';
import { emptyFacts, type Facts } from '@plumgate/core/clients';
import { instant, upgradedJson } from '../../platform/database/columns.ts';

/** Facts and brands that were kept before they had all of today's parts get those as a new client has them. */
export const factsColumn = upgradedJson<Facts>((stored) => ({
  ...emptyFacts((stored as Facts).zone),
  ...(stored as Facts),
}));
export const brandColumn = upgradedJson<Brand>((stored) => ({
  ...plainBrand,
  ...(stored as Brand),
}));

export const clients = pgTable('clients', {
  id: uuid().$type<ClientId>().primaryKey(),
  name: text().notNull(),
  slug: text().notNull().unique(),
  facts: factsColumn().notNull(),
  brand: brandColumn().notNull(),
  /** Goes up with everything that changes what visitors see. */
  siteVersion: integer('site_version').notNull().default(0),
  createdAt: instant('created_at').notNull(),
});

/** The column that every row of a client carries, and every query asks for. */
export const ofClient = () =>
  uuid('client_id')
    .$type<ClientId>()
    .notNull()
    .references(() => clients.id);

export type ClientRow = typeof clients.$inferSelect;
