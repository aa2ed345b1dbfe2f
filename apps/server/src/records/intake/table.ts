import { sql } from 'drizzle-orm';
import { boolean, index, pgTable, text, unique, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type {
  FormId,
  FunnelId,
  PageId,
  PersonId,
  RevisionId,
  RuleId,
  SubmissionId,
} from '@plumgate/core/basics';
import type { Answers, JunkReason } from '@plumgate/core/forms';
import type { Arrival } from '@plumgate/core/results';
import type { MissedRule } from '@plumgate/core/routing';
import { people } from '../people/table.ts';
import { ofClient } from '../clients/table.ts';
import { instant, json } from '../../platform/database/columns.ts';

/** What a visitor sent, as they sent it; rows are never changed. */
export const submissions = pgTable(
  'submissions',
  {
    id: uuid().$type<SubmissionId>().primaryKey(),
    clientId: ofClient(),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id),
    formId: uuid('form_id').$type<FormId>().notNull(),
    pageId: uuid('page_id').$type<PageId>().notNull(),
    funnelId: uuid('funnel_id').$type<FunnelId>().notNull(),
    revisionId: uuid('revision_id').$type<RevisionId>().notNull(),
    answers: json<Answers>().notNull(),
    /** Where its sender came from last and first, and as it was said; not known of what an earlier build took in. */
    source: text().notNull(),
    firstSource: text('first_source').notNull().default('Direct'),
    origins: json<Arrival['origins']>(),
    rulesMatched: json<{ id: RuleId; name: string }[]>('rules_matched').notNull(),
    rulesMissed: json<MissedRule[]>('rules_missed').notNull().default([]),
    /** The form's idempotency field, or a digest of what was sent where there is no script to fill it. */
    once: text().notNull(),
    /** A digest of who sent what: the same again under the same `once` is the same submission. */
    digest: text().notNull().default(''),
    /** Other answers under a `once` that was used before: kept, and told to the business, without rules and follow-up. */
    isChange: boolean('is_change').notNull().default(false),
    /** Whether the page of thanks has run the tags that count a lead: they run once. */
    ranLeadTags: boolean('ran_lead_tags').notNull().default(false),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [
    uniqueIndex('submissions_first_once')
      .on(table.clientId, table.once)
      .where(sql`not ${table.isChange}`),
    unique('submissions_once').on(table.clientId, table.once, table.digest),
    index('submissions_of_person').on(table.personId, table.pageId),
    index('submissions_newest').on(table.clientId, table.receivedAt.desc().nullsFirst(), table.id),
    index('submissions_of_form').on(table.formId, table.receivedAt.desc().nullsFirst(), table.id),
  ],
);

/** A submission as it came in, without what the database knows of its page. */
export interface HeldContent extends Pick<Arrival, 'source'> {
  typed: Record<string, string>;
  once: string;
  visitorId: string;
  device: 'phone' | 'wide';
  /** Not known of what an earlier build held. */
  firstSource?: string;
  origins?: Arrival['origins'];
  /** The time that was chosen with it; null where none was, or where the form offers none. */
  start: string | null;
}

/** The limits that hold submissions back; somebody is asked to look at these. */
export const heldReasons = ['address', 'form', 'recipient'] as const;
export type HeldReason = (typeof heldReasons)[number];

/**
 * Submissions over a limit or that look like junk, as they came: nothing has happened because of them. Somebody looks at them and lets them in
 * or deletes them.
 */
export const heldSubmissions = pgTable(
  'held_submissions',
  {
    id: uuid().$type<SubmissionId>().primaryKey(),
    clientId: ofClient(),
    formId: uuid('form_id').$type<FormId>().notNull(),
    pageId: uuid('page_id').$type<PageId>().notNull(),
    revisionId: uuid('revision_id').$type<RevisionId>().notNull(),
    /** The block of the page that asked. */
    block: text().notNull(),
    content: json<HeldContent>().notNull(),
    /** A limit that was exceeded, or why it looks like junk. */
    reason: text().$type<HeldReason | JunkReason>().notNull(),
    /** The same key as a submission's, so that a doubled post is held once. */
    once: text().notNull(),
    digest: text().notNull(),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [
    unique('held_submissions_once').on(table.clientId, table.once, table.digest),
    index('held_submissions_newest').on(
      table.clientId,
      table.receivedAt.desc().nullsFirst(),
      table.id,
    ),
  ],
);
