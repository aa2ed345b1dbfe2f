import { sql } from 'drizzle-orm';
import { bigserial, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { CampaignId, ClientId, PersonId, RunId, SubmissionId } from '@plumgate/core/basics';
import type { LeftOut } from '@plumgate/core/followup';
import { clients } from '../clients/table.ts';
import type { MessageContent } from './message-content.ts';
import { instant, json } from '../../platform/database/columns.ts';

/** `held` waits until its campaign goes on. */
export type MessageState = 'queued' | 'held' | 'sent' | 'delivered' | 'failed' | 'left-out';

/** Why a queued message was not sent after all. */
export type MessageLeftOut = Extract<
  LeftOut,
  | 'event-past'
  | 'event-changed'
  | 'notices-stopped'
  | 'client-archived'
  | 'mail-refused'
  | 'no-email'
  | 'no-phone'
  | 'no-email-consent'
  | 'already-got-it'
  | 'campaign-stopped'
  | 'unsubscribed'
  | 'suppressed'
  | 'mail-paused'
  | 'offers-refused'
  | 'offers-too-often'
  | 'no-text-consent'
  | 'person-removed'
>;

/**
 * Everything that is to leave the program, written in the transaction of its cause.
 * `queued` → `sent` when the mail server or text gateway has taken it, and → `delivered` when it reports that; or after
 * the last try, or a refusal for good → `failed`; or → `left-out` with the reason when it makes no sense any more. A try
 * is made under a lease: `leasedBy` proves whose it is. What it says is put together as it is sent (`content`).
 */
export const outbox = pgTable(
  'outbox',
  {
    id: uuid().primaryKey(),
    /** Null for what the agency writes to its own people. */
    clientId: uuid('client_id')
      .$type<ClientId>()
      .references(() => clients.id),
    /** Names the cause, so that the same cause never sends the same message twice. */
    key: text().notNull().unique(),
    kind: text().$type<'email' | 'text'>().notNull(),
    /** The address or number it goes to. */
    to: text().notNull(),
    /** The number a text comes from; empty for an email. */
    from: text().notNull().default(''),
    content: json<MessageContent>().notNull(),
    /** What lists and records call it: an email's subject, the beginning of a text. */
    title: text().notNull(),
    /** What caused it, as a person's record names it: a sequence or a calendar. */
    origin: text().notNull().default(''),
    state: text().$type<MessageState>().notNull(),
    /** Why it was left out. */
    leftOut: text('left_out').$type<MessageLeftOut>(),
    /** Which person it goes to; null for the business. One person's messages leave in the order in which they were queued. */
    personId: uuid('person_id').$type<PersonId>(),
    order: bigserial('in_order', { mode: 'number' }).notNull(),
    /** After this moment it makes no sense any more: the event a reminder is about. */
    expiresAt: instant('expires_at'),
    /** The run it belongs to: what is not sent yet falls away with what it was about. */
    runId: uuid('run_id').$type<RunId>(),
    /** Of a notice to the business: whom it is about. */
    aboutId: uuid('about_id').$type<PersonId>(),
    /** The submission that set it off, other than by a run. */
    submissionId: uuid('submission_id').$type<SubmissionId>(),
    /** The campaign that it is a part of: these have lanes of their own, and are kept. */
    campaignId: uuid('campaign_id').$type<CampaignId>(),
    /** When its picture was first fetched, as far as mail programs tell, and by which of the servers that fetch for people. */
    openedAt: instant('opened_at'),
    openedBy: text('opened_by').notNull().default(''),
    clickedAt: instant('clicked_at'),
    /** When whoever got it marked it as junk, as their mailbox provider reports. */
    complainedAt: instant('complained_at'),
    dueAt: instant('due_at').notNull(),
    attempts: integer().notNull().default(0),
    leasedBy: text('leased_by'),
    leasedUntil: instant('leased_until'),
    lastError: text('last_error'),
    sentAt: instant('sent_at'),
  },
  (table) => [
    index('outbox_due')
      .on(table.dueAt)
      .where(sql`${table.state} = 'queued' and ${table.campaignId} is null`),
    index('outbox_due_in_campaigns')
      .on(table.dueAt)
      .where(sql`${table.state} = 'queued' and ${table.campaignId} is not null`),
    index('outbox_of_campaign')
      .on(table.campaignId, table.state)
      .where(sql`${table.campaignId} is not null`),
    index('outbox_of_client').on(table.clientId, table.dueAt.desc().nullsFirst(), table.id),
    index('outbox_of_person')
      .on(table.personId, table.order)
      .where(sql`${table.personId} is not null`),
    index('outbox_failed')
      .on(table.clientId)
      .where(sql`${table.state} = 'failed'`),
    index('outbox_of_run').on(table.runId),
    index('outbox_about')
      .on(table.aboutId)
      .where(sql`${table.aboutId} is not null`),
    index('outbox_of_submission')
      .on(table.submissionId)
      .where(sql`${table.submissionId} is not null`),
    index('outbox_to').on(sql`lower(${table.to})`),
    index('outbox_over')
      .on(table.dueAt)
      .where(sql`${table.state} <> 'queued'`),
  ],
);
