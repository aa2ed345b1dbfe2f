import { bigserial, index, integer, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { ClientId, UserId } from '@plumgate/core/basics';
import { instant } from '../../platform/database/columns.ts';

/**
 * Every change that a person made: who, when, what, and of whose. What they typed is not in it. Changes alike within an
 * hour, as of a draft that saves itself, are one row with their number.
 */
export const auditRows = pgTable(
  'audit_rows',
  {
    id: bigserial({ mode: 'number' }).primaryKey(),
    userId: uuid('user_id').$type<UserId>().notNull(),
    /** Their name then: the row outlasts the account. */
    userName: text('user_name').notNull(),
    /** Null for what is the agency's. */
    clientId: uuid('client_id').$type<ClientId>(),
    /** The endpoint's name in the contract, `publishPage`. */
    action: text().notNull(),
    /** The ids of its address: `pageId=…`. */
    target: text().notNull(),
    /** The hour in which changes alike are one row. */
    hour: instant().notNull(),
    times: integer().notNull().default(1),
    at: instant().notNull(),
  },
  (table) => [
    unique('audit_rows_of_hour').on(table.userId, table.action, table.target, table.hour),
    index('audit_rows_newest').on(
      table.clientId,
      table.at.desc().nullsFirst(),
      table.id.desc().nullsFirst(),
    ),
  ],
);
