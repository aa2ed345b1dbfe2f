import { bigserial, date, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { TagId } from '@plumgate/core/basics';
import { tagFormat } from '@plumgate/core/tags';
import { documentColumn, instant, json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/** Somebody else's code on a client's pages, in the order in which it runs. */
export const tags = pgTable(
  'tags',
  {
    id: uuid().$type<TagId>().primaryKey(),
    clientId: ofClient(),
    position: integer().notNull(),
    content: documentColumn(tagFormat)().notNull(),
  },
  (table) => [index('tags_of_client').on(table.clientId, table.position)],
);

/** What arrived at the stand-in that tags can be tried with, the newest of each client. */
export const tagHits = pgTable(
  'tag_hits',
  {
    id: bigserial({ mode: 'number' }).primaryKey(),
    clientId: ofClient(),
    name: text().notNull(),
    /** The page's address without its query. */
    page: text().notNull(),
    /** What the tag sent along, by name. */
    data: json<Record<string, string>>().notNull(),
    at: instant().notNull(),
  },
  (table) => [index('tag_hits_of_client').on(table.clientId, table.id)],
);

/** What is mixed into the numbers of browsers that are known without a cookie. It is thrown away with its day, and nobody can make them again. */
export const dailySalts = pgTable('daily_salts', {
  day: date({ mode: 'string' }).primaryKey(),
  salt: text().notNull(),
});
