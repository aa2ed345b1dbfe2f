import { sql } from 'drizzle-orm';
import { bigint, index, integer, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { ListingId } from '@plumgate/core/basics';
import { listingFormat, type ListingStatus } from '@plumgate/core/listings';
import { documentColumn, instant } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/** A part of the record as a column of its own, to be asked for by. */
const ofContent = (key: string) => sql.raw(`content->>'${key}'`);

/** Homes that a client sells. What is asked by lies beside the record, made of it by the database. */
export const listings = pgTable(
  'listings',
  {
    id: uuid().$type<ListingId>().primaryKey(),
    clientId: ofClient(),
    content: documentColumn(listingFormat)().notNull(),
    version: integer().notNull().default(1),
    madeAt: instant('made_at').notNull(),
    changedAt: instant('changed_at').notNull(),
    /** Deleted: in the bin. */
    removedAt: instant('removed_at'),
    number: text().generatedAlwaysAs(ofContent('number')),
    status: text().$type<ListingStatus>().generatedAlwaysAs(ofContent('status')),
    town: text().generatedAlwaysAs(ofContent('town')),
    postcode: text().generatedAlwaysAs(ofContent('postcode')),
    /** The day it came on the market; after all days where nobody knows. */
    listedOn: text('listed_on').generatedAlwaysAs(
      sql`coalesce(content->>'listedOn', '9999-12-31')`,
    ),
    price: bigint({ mode: 'number' }).generatedAlwaysAs(sql`(content->>'price')::bigint`),
    searchText: text('search_text').generatedAlwaysAs(
      sql`lower((content->>'street') || ' ' || (content->>'town') || ' ' || (content->>'postcode') || ' ' || (content->>'number'))`,
    ),
  },
  (table) => [
    index('listings_newest').on(table.clientId, table.listedOn.desc().nullsFirst(), table.id),
    uniqueIndex('listings_by_number')
      .on(table.clientId, table.number)
      .where(sql`${table.removedAt} is null and ${table.number} <> ''`),
  ],
);
