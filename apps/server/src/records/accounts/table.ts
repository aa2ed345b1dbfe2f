import {
  bigint,
  boolean,
  check,
  index,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { sql } from 'drizzle-orm';
import type { ClientId, InvitationId, SessionId, UserId } from '@plumgate/core/basics';
import type { Role } from '@plumgate/contract';
import { clients } from '../clients/table.ts';
import { usualNotices, type NoticeSettings } from '@plumgate/core/staff';
import type { Week } from '@plumgate/core/opening';
import { instant, json } from '../../platform/database/columns.ts';

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

/** The agency's own people and those of its clients. Who leaves stays as a row: what they did keeps its name. */
export const users = pgTable(
  'users',
  {
    id: uuid().$type<UserId>().primaryKey(),
    name: text().notNull(),
    /** Kept in lower case, so that the unique key holds however it is typed. */
    email: text().notNull(),
    /** Where texts reach them, as typed; empty where they want none. */
    phone: text().notNull().default(''),
    role: text().$type<Role>().notNull(),
    /** Works for every client, those to come as well; else for those in `user_clients`. */
    allClients: boolean('all_clients').notNull().default(false),
    passwordHash: text('password_hash').notNull(),
    /** When leads are theirs in turn, by the wall of `zone`; null for always. */
    onDuty: json<Week>('on_duty'),
    zone: text().notNull().default('UTC'),
    /** What they are told of, by which ways. */
    notices: json<NoticeSettings>().notNull().default(usualNotices),
    /** Can't sign in and gets no leads or notices, until resumed. */
    pausedAt: instant('paused_at'),
    /** Has left for good. */
    removedAt: instant('removed_at'),
    /** What their authenticator app shares with us, in base32; it counts from `secondFactorAt`. */
    totpSecret: text('totp_secret'),
    secondFactorAt: instant('second_factor_at'),
    /** The step of 30 seconds whose code was used last: none is taken twice. */
    totpStep: bigint('totp_step', { mode: 'number' }),
    /** Digests of recovery codes that are left. */
    recoveryCodes: text('recovery_codes').array().notNull().default([]),
    createdAt: instant('created_at')
      .notNull()
      .default(sql`now()`),
  },
  (table) => [
    check(
      'users_front_desk_of_some',
      sql`${table.role} <> 'front-desk' or not ${table.allClients}`,
    ),
    check('users_owner_of_all', sql`${table.role} <> 'owner' or ${table.allClients}`),
    uniqueIndex('users_email')
      .on(table.email)
      .where(sql`${table.removedAt} is null`),
  ],
);

/** Which clients somebody works for who doesn't work for all. */
export const userClients = pgTable(
  'user_clients',
  {
    userId: uuid('user_id')
      .$type<UserId>()
      .notNull()
      .references(() => users.id, { onDelete: 'cascade' }),
    clientId: uuid('client_id')
      .$type<ClientId>()
      .notNull()
      .references(() => clients.id),
  },
  (table) => [
    primaryKey({ columns: [table.userId, table.clientId] }),
    index('user_clients_of_client').on(table.clientId),
  ],
);

/** Only the hash of a session's token is kept: a copy of the database signs nobody in. */
export const sessions = pgTable(
  'sessions',
  {
    id: uuid().$type<SessionId>().notNull().defaultRandom(),
    tokenHash: text('token_hash').primaryKey(),
    userId: uuid('user_id')
      .$type<UserId>()
      .notNull()
      .references(() => users.id, { onDelete: 'cascade' }),
    /** What the browser calls itself, and the network address it came from, when it signed in. */
    browser: text().notNull().default(''),
    address: text().notNull().default(''),
    startedAt: instant('started_at')
      .notNull()
      .default(sql`now()`),
    /** To within a few minutes. */
    seenAt: instant('seen_at')
      .notNull()
      .default(sql`now()`),
    expiresAt: instant('expires_at').notNull(),
  },
  (table) => [index('sessions_of_user').on(table.userId)],
);

/** An account that is offered to somebody by a link. */
export const invitations = pgTable(
  'invitations',
  {
    id: uuid().$type<InvitationId>().primaryKey(),
    email: text().notNull(),
    name: text().notNull(),
    role: text().$type<Role>().notNull(),
    /** Null for all clients. */
    clientIds: uuid('client_ids').array().$type<ClientId[]>(),
    invitedBy: text('invited_by').notNull(),
    createdAt: instant('created_at').notNull(),
    expiresAt: instant('expires_at').notNull(),
    acceptedAt: instant('accepted_at'),
    revokedAt: instant('revoked_at'),
  },
  (table) => [
    uniqueIndex('invitations_open')
      .on(table.email)
      .where(sql`${table.acceptedAt} is null and ${table.revokedAt} is null`),
  ],
);
