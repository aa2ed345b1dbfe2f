import { sql } from 'drizzle-orm';
import {
  bigint,
  date,
  doublePrecision,
  index,
  integer,
  pgTable,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { ListingId } from '@plumgate/core/basics';
import { listingFormat, type ListingStatus } from '@plumgate/core/listings';
import { documentColumn, instant } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/** A part of the record as a column of its own, to be asked for by. */
const ofContent = (key: string) => sql.raw(`content->>'${key}'`);

/** A day of the record. A cast from text depends on settings of the session, and no column may be made by it. */
const dayOf = (key: string) =>
  sql.raw(
    `make_date(substr(content->>'${key}', 1, 4)::int, substr(content->>'${key}', 6, 2)::int, substr(content->>'${key}', 9, 2)::int)`,
  );

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
    /** As areas compare them. */
    townKey: text('town_key').generatedAlwaysAs(sql`lower(trim(content->>'town'))`),
    postcodeKey: text('postcode_key').generatedAlwaysAs(sql`lower(trim(content->>'postcode'))`),
    /** The day it came on the market; after all days where nobody knows. */
    listedOn: date('listed_on', { mode: 'string' }).generatedAlwaysAs(
      sql`coalesce(${dayOf('listedOn')}, date '9999-12-31')`,
    ),
    /** When a buyer signed, when it was sold, when it left the market; empty where nobody knows. */
    contractOn: date('contract_on', { mode: 'string' }).generatedAlwaysAs(dayOf('contractOn')),
    soldOn: date('sold_on', { mode: 'string' }).generatedAlwaysAs(dayOf('soldOn')),
    leftOn: date('left_on', { mode: 'string' }).generatedAlwaysAs(
      sql`least(${dayOf('contractOn')}, ${dayOf('soldOn')}, ${dayOf('withdrawnOn')})`,
    ),
    soldPrice: bigint('sold_price', { mode: 'number' }).generatedAlwaysAs(
      sql`(content->>'soldPrice')::bigint`,
    ),
    /** The size in square meters, and where it is. */
    squareMeters: doublePrecision('square_meters').generatedAlwaysAs(
      sql`(content->'size'->>'amount')::float8 * case content->'size'->>'unit' when 'sqft' then 0.09290304 when 'acres' then 4046.8564224 when 'hectares' then 10000 else 1 end`,
    ),
    lat: doublePrecision().generatedAlwaysAs(sql`(content->'place'->>'lat')::float8`),
    lng: doublePrecision().generatedAlwaysAs(sql`(content->'place'->>'lng')::float8`),
    price: bigint({ mode: 'number' }).generatedAlwaysAs(sql`(content->>'price')::bigint`),
    searchText: text('search_text').generatedAlwaysAs(
      sql`lower((content->>'street') || ' ' || (content->>'town') || ' ' || (content->>'postcode') || ' ' || (content->>'number'))`,
    ),
  },
  (table) => [
    index('listings_newest').on(table.clientId, table.listedOn.desc().nullsFirst(), table.id),
    // Everything that a report of an area reads: the records themselves are ten times as much.
    index('listings_of_market')
      .on(
        table.clientId,
        table.postcodeKey,
        table.townKey,
        table.lat,
        table.lng,
        table.status,
        table.price,
        table.soldPrice,
        table.squareMeters,
        table.listedOn,
        table.contractOn,
        table.soldOn,
        table.leftOn,
      )
      .where(sql`${table.removedAt} is null`),
    uniqueIndex('listings_by_number')
      .on(table.clientId, table.number)
      .where(sql`${table.removedAt} is null and ${table.number} <> ''`),
  ],
);
