import { boolean, check, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { sql } from 'drizzle-orm';
import type { ClientId, UserId } from '@plumgate/core/basics';
import type { Role } from '@plumgate/contract';
import { clients } from '../clients/table.ts';
import { instant } from '../../platform/database/columns.ts';

/** The one agency of this installation: `only` can be true once. */
export const agencies = pgTable(
  'agencies',
  {
    only: boolean().primaryKey().default(true),
    name: text().notNull(),
    zone: text().notNull(),
    /** Where the agency is: what new clients begin with, and how the app writes amounts and dates. */
    country: text().notNull().default('US'),
    locale: text().notNull().default('en-US'),
    currency: text().notNull().default('USD'),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [check('agencies_only_one', sql`${table.only}`)],
);

export const users = pgTable(
  'users',
  {
    id: uuid().$type<UserId>().primaryKey(),
    name: text().notNull(),
    /** Kept in lower case, so that the unique key holds however it is typed. */
    email: text().notNull().unique(),
    role: text().$type<Role>().notNull(),
    clientId: uuid('client_id')
      .$type<ClientId>()
      .references(() => clients.id),
    passwordHash: text('password_hash').notNull(),
  },
  (table) => [
    check(
      'users_front_desk_has_client',
      sql`(${table.role} = 'front-desk') = (${table.clientId} is not null)`,
    ),
  ],
);

/** Only the hash of a session's token is kept: a copy of the database signs nobody in. */
export const sessions = pgTable('sessions', {
  tokenHash: text('token_hash').primaryKey(),
  userId: uuid('user_id')
    .$type<UserId>()
    .notNull()
    .references(() => users.id, { onDelete: 'cascade' }),
  expiresAt: instant('expires_at').notNull(),
});
