import { sql } from 'drizzle-orm';
import { check, index, integer, pgTable, smallint, text, uuid } from 'drizzle-orm/pg-core';
import type { PictureRef, ReviewId, ServiceId, StaffId } from '@plumgate/core/basics';
import { json } from '../../platform/database/columns.ts';
import { ofClient } from './table.ts';

/** What every record of a client has: whose it is, its place in its list, and a picture. */
const record = () => ({
  clientId: ofClient(),
  position: integer().notNull(),
  picture: json<PictureRef>(),
});

export const staff = pgTable(
  'client_staff',
  {
    id: uuid().$type<StaffId>().primaryKey(),
    ...record(),
    name: text().notNull(),
    role: text().notNull(),
    about: text().notNull(),
    license: text().notNull().default(''),
    brokerage: text().notNull().default(''),
    phone: text().notNull().default(''),
    officePhone: text('office_phone').notNull().default(''),
  },
  (table) => [index('client_staff_of').on(table.clientId, table.position)],
);

export const services = pgTable(
  'client_services',
  {
    id: uuid().$type<ServiceId>().primaryKey(),
    ...record(),
    name: text().notNull(),
    about: text().notNull(),
    /** In minor units of the client's currency. */
    priceFrom: integer('price_from'),
    priceTo: integer('price_to'),
  },
  (table) => [
    index('client_services_of').on(table.clientId, table.position),
    check('client_services_price', sql`${table.priceFrom} <= ${table.priceTo}`),
  ],
);

export const reviews = pgTable(
  'client_reviews',
  {
    id: uuid().$type<ReviewId>().primaryKey(),
    ...record(),
    said: text().notNull(),
    who: text().notNull(),
    stars: smallint(),
    source: text().notNull(),
  },
  (table) => [
    index('client_reviews_of').on(table.clientId, table.position),
    check('client_reviews_stars', sql`${table.stars} between 1 and 5`),
  ],
);
