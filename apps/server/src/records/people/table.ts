import { sql } from 'drizzle-orm';
import {
  bigint,
  bigserial,
  boolean,
  check,
  index,
  integer,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type {
  Cents,
  ConsentPurpose,
  PersonId,
  StageId,
  SubmissionId,
  UserId,
} from '@plumgate/core/basics';
import type { OfferRhythm } from '@plumgate/core/followup';
import type { FieldValues } from '@plumgate/core/people';
import { users } from '../accounts/table.ts';
import { stages } from './stages.table.ts';
import { ofClient } from '../clients/table.ts';
import { instant, json } from '../../platform/database/columns.ts';
import type { TimelineFact } from './timeline.ts';

export const people = pgTable(
  'people',
  {
    id: uuid().$type<PersonId>().primaryKey(),
    clientId: ofClient(),
    firstName: text('first_name').notNull(),
    lastName: text('last_name').notNull(),
    email: text().notNull(),
    emailKey: text('email_key'),
    phone: text().notNull(),
    phoneKey: text('phone_key'),
    /** By what they are unlike every other of their client; null where another has it already, or they left nothing to know them by. */
    matchKey: text('match_key'),
    /** Where they came from when they first wrote, and when they last did. */
    source: text().notNull(),
    lastSource: text('last_source').notNull().default('Direct'),
    assigneeId: uuid('assignee_id')
      .$type<UserId>()
      .references(() => users.id),
    /** How far they are, since when, and why they are lost where they are. */
    stageId: uuid('stage_id')
      .$type<StageId>()
      .references(() => stages.id),
    stageAt: instant('stage_at'),
    lostReason: text('lost_reason').notNull().default(''),
    /** What they are worth, in minor units of the client's currency; null where nobody has said. */
    value: bigint('value', { mode: 'number' }).$type<Cents>(),
    submissionCount: integer('submission_count').notNull().default(0),
    addedAt: instant('added_at').notNull(),
    lastSeenAt: instant('last_seen_at').notNull(),
    /** Agreed to texts, and has not stopped them since. */
    textConsent: boolean('text_consent').notNull().default(false),
    unsubscribedAt: instant('unsubscribed_at'),
    /** Their mail host refused them for good: mail is not tried any more. */
    mailRefusedAt: instant('mail_refused_at'),
    /** What they have chosen of mail to them, on the page that every email leads to. */
    offers: text().$type<OfferRhythm>().notNull().default('any'),
    followUpMail: boolean('follow_up_mail').notNull().default(true),
    mailPausedUntil: instant('mail_paused_until'),
    /** When somebody of the business first called or wrote. */
    touchedAt: instant('touched_at'),
    /** Since when they wait for a call or a message after they wrote; null while they don't. */
    waitingSince: instant('waiting_since'),
    /** By when that is promised, and when the team is to be reminded of it; null once it was. */
    promisedBy: instant('promised_by'),
    warnAt: instant('warn_at'),
    /** Deleted or merged into another, and in no list. Their address and number are free for somebody new. */
    removedAt: instant('removed_at'),
    /** The record that this one became a part of. */
    mergedInto: uuid('merged_into').$type<PersonId>(),
    /** The latest values of the client's own fields, by their keys. */
    fields: json<FieldValues>().notNull().default({}),
    /** The language of the page they last wrote from, and the zone their browser was in; empty where it is not known. */
    language: text().notNull().default(''),
    zone: text().notNull().default(''),
    /** Where they live, as far as an address that they gave says it. */
    town: text().notNull().default(''),
    /** When they are erased, since nobody has been in touch for so long; and when they were made anonymous. */
    eraseAt: instant('erase_at'),
    anonymousAt: instant('anonymous_at'),
    /** What search looks in, kept by the database. */
    searchText: text('search_text').generatedAlwaysAs(
      sql`lower((first_name || ' ' || last_name || ' ' || email || ' ' || phone || ' ' || coalesce(phone_key, '')) collate "und-x-icu")`,
    ),
  },
  (table) => [
    check('people_seen_since_added', sql`${table.lastSeenAt} >= ${table.addedAt}`),
    uniqueIndex('people_one_by_key')
      .on(table.clientId, table.matchKey)
      .where(sql`${table.removedAt} is null or ${table.mergedInto} is not null`),
    index('people_by_email').on(table.clientId, table.emailKey),
    index('people_by_phone').on(table.clientId, table.phoneKey),
    index('people_merged')
      .on(table.mergedInto)
      .where(sql`${table.mergedInto} is not null`),
    index('people_newest').on(table.clientId, table.addedAt.desc().nullsFirst(), table.id),
    index('people_last_seen').on(table.clientId, table.lastSeenAt.desc().nullsFirst(), table.id),
    index('people_by_source').on(
      table.clientId,
      table.lastSource,
      table.addedAt.desc().nullsFirst(),
      table.id,
    ),
    index('people_by_town').on(
      table.clientId,
      table.town,
      table.addedAt.desc().nullsFirst(),
      table.id,
    ),
    index('people_by_stage').on(table.clientId, table.stageId, table.stageAt.desc().nullsFirst()),
    index('people_by_name').on(
      table.clientId,
      sql`lower(first_name || ' ' || last_name)`,
      table.id,
    ),
    index('people_to_erase')
      .on(table.eraseAt)
      .where(sql`${table.eraseAt} is not null`),
    index('people_who_wait')
      .on(table.clientId, table.waitingSince)
      .where(sql`${table.waitingSince} is not null`),
    index('people_to_warn_of')
      .on(table.warnAt)
      .where(sql`${table.warnAt} is not null`),
  ],
);

/**
 * What somebody gave of a known person that differs from what is known: a form never changes a name or a number that is
 * there already, since anybody can type anybody's email address. The front desk may take it over.
 */
export const alsoGiven = pgTable(
  'also_given',
  {
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    clientId: ofClient(),
    field: text().$type<'name' | 'email' | 'phone'>().notNull(),
    value: text().notNull(),
    /** By which somebody else may be the same person: an email address or a phone as records keep them. */
    key: text(),
    /** Whether texts to a phone given so were agreed to on the same form. */
    textConsent: boolean('text_consent').notNull().default(false),
    givenAt: instant('given_at').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.personId, table.field, table.value] }),
    index('also_given_by_key').on(table.clientId, table.key),
  ],
);

export const personTags = pgTable(
  'person_tags',
  {
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    clientId: ofClient(),
    tag: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.personId, table.tag] }),
    index('person_tags_by_tag').on(table.clientId, table.tag),
  ],
);

/**
 * What a person agreed to: for what, by which exact words, when and where. Rows are only added; one that does not hold any
 * more is withdrawn.
 */
export const consents = pgTable(
  'consents',
  {
    id: bigserial({ mode: 'number' }).primaryKey(),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    clientId: ofClient(),
    purpose: text().$type<ConsentPurpose>().notNull(),
    /** As they stood beside the box that was ticked. */
    words: text().notNull(),
    submissionId: uuid('submission_id').$type<SubmissionId>().notNull(),
    /** The page's name as it was then. */
    page: text().notNull(),
    givenAt: instant('given_at').notNull(),
    /** Holds only once the owner of the email address has confirmed it. */
    mustConfirm: boolean('must_confirm').notNull().default(false),
    confirmedAt: instant('confirmed_at'),
    withdrawnAt: instant('withdrawn_at'),
  },
  (table) => [index('consents_of_person').on(table.personId)],
);

/** What happened to a person, in the order it happened; rows are only added. */
export const timeline = pgTable(
  'timeline',
  {
    id: bigserial({ mode: 'number' }).primaryKey(),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    clientId: ofClient(),
    at: instant().notNull(),
    fact: json<TimelineFact>().notNull(),
  },
  (table) => [index('timeline_of_person').on(table.personId, table.at)],
);
