import { sql } from 'drizzle-orm';
import { index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { ofClient } from '../../clients/table.ts';
import { instant } from '../database/columns.ts';

export interface EmailPayload {
  kind: 'email';
  fromName: string;
  replyTo: string;
  to: string;
  subject: string;
  text: string;
  html: string;
}

/**
 * Everything that is to leave the program, written in the transaction of its cause.
 * `owed` → `sent`, or after the last try → `failed`. A try is made under a lease: `leasedBy` proves whose it is.
 */
export const outbox = pgTable(
  'outbox',
  {
    id: uuid().primaryKey(),
    clientId: ofClient(),
    /** Names the cause, so that the same cause never owes the same message twice. */
    key: text().notNull().unique(),
    payload: jsonb().$type<EmailPayload>().notNull(),
    state: text().$type<'owed' | 'sent' | 'failed'>().notNull(),
    dueAt: instant('due_at').notNull(),
    attempts: integer().notNull().default(0),
    leasedBy: text('leased_by'),
    leasedUntil: instant('leased_until'),
    lastError: text('last_error'),
    sentAt: instant('sent_at'),
  },
  (table) => [
    index('outbox_owed')
      .on(table.dueAt)
      .where(sql`${table.state} = 'owed'`),
  ],
);
