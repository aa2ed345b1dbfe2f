import { sql } from 'drizzle-orm';
import { index, integer, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { PersonId, VoucherPoolId } from '@plumgate/core/basics';
import { voucherPoolFormat } from '@plumgate/core/vouchers';
import { documentColumn, instant } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';
import { people } from '../people/table.ts';

/** The pools of codes that a client gives to people. */
export const voucherPools = pgTable(
  'voucher_pools',
  {
    id: uuid().$type<VoucherPoolId>().primaryKey(),
    clientId: ofClient(),
    content: documentColumn(voucherPoolFormat)().notNull(),
    version: integer().notNull().default(1),
    madeAt: instant('made_at').notNull(),
    /** Deleted: in the bin. */
    removedAt: instant('removed_at'),
  },
  (table) => [
    uniqueIndex('voucher_pools_by_key')
      .on(table.clientId, sql`(${table.content}->>'key')`)
      .where(sql`${table.removedAt} is null`),
  ],
);

/** Codes: one is given to a person once, and redeemed once. The database keeps both so. */
export const vouchers = pgTable(
  'vouchers',
  {
    id: uuid().primaryKey().defaultRandom(),
    clientId: ofClient(),
    poolId: uuid('pool_id')
      .$type<VoucherPoolId>()
      .notNull()
      .references(() => voucherPools.id, { onDelete: 'cascade' }),
    /** As it is shown. */
    code: text().notNull(),
    /** As it is compared: `codeKey`. */
    codeKey: text('code_key').notNull(),
    personId: uuid('person_id')
      .$type<PersonId>()
      .references(() => people.id, { onDelete: 'set null' }),
    givenAt: instant('given_at'),
    redeemedAt: instant('redeemed_at'),
    redeemedBy: text('redeemed_by').notNull().default(''),
  },
  (table) => [
    uniqueIndex('vouchers_by_code').on(table.clientId, table.codeKey),
    uniqueIndex('vouchers_one_for_each')
      .on(table.poolId, table.personId)
      .where(sql`${table.personId} is not null`),
    index('vouchers_free')
      .on(table.poolId, table.id)
      .where(sql`${table.givenAt} is null`),
    index('vouchers_of_person')
      .on(table.personId)
      .where(sql`${table.personId} is not null`),
  ],
);
