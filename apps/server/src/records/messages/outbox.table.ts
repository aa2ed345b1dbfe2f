import { sql } from 'drizzle-orm';
import { bigserial, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { PersonId, RunId } from '@plumgate/core/basics';
import { ofClient } from '../clients/table.ts';
import type { EmailPayload } from '../../platform/mail/email-payload.ts';
import type { TextPayload } from '../../platform/texts/text-payload.ts';
import { instant, json } from '../../platform/database/columns.ts';

/**
 * Everything that is to leave the program, written in the transaction of its cause.
 * `owed` → `sent`; or after the last try, or a refusal for good → `failed`; or → `dropped` when it makes no sense any
 * more. A try is made under a lease: `leasedBy` proves whose it is.
 */
export const outbox = pgTable(
  'outbox',
  {
    id: uuid().primaryKey(),
    clientId: ofClient(),
    /** Names the cause, so that the same cause never owes the same message twice. */
    key: text().notNull().unique(),
    payload: json<EmailPayload | TextPayload>().notNull(),
    state: text().$type<'owed' | 'sent' | 'failed' | 'dropped'>().notNull(),
    /** Whom of the people it goes to; null for the business. One person's messages leave in the order they were owed. */
    personId: uuid('person_id').$type<PersonId>(),
    order: bigserial('in_order', { mode: 'number' }).notNull(),
    /** After this moment it makes no sense any more: the event a reminder is about. */
    expiresAt: instant('expires_at'),
    /** The run it belongs to: what is not sent yet falls away with what it was about. */
    runId: uuid('run_id').$type<RunId>(),
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
    index('outbox_of_person')
      .on(table.personId, table.order)
      .where(sql`${table.state} = 'owed'`),
    index('outbox_failed')
      .on(table.clientId)
      .where(sql`${table.state} = 'failed'`),
    index('outbox_of_run').on(table.runId),
    index('outbox_over')
      .on(table.dueAt)
      .where(sql`${table.state} <> 'owed'`),
  ],
);
