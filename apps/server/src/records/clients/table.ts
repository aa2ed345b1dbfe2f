import { integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { ClientId } from '@plumgate/core/basics';
import { brandFormat } from '@plumgate/core/brand';
import type { CallNumber } from '@plumgate/core/calls';
import { factsFormat } from '@plumgate/core/clients';
import type { Matching } from '@plumgate/core/people';
import { usualSender, type Sender } from '@plumgate/core/emails';
import type { SourceRule } from '@plumgate/core/results';
import { usualMeasuring, type Measuring } from '@plumgate/core/tags';
import { documentColumn, instant, json } from '../../platform/database/columns.ts';

export const factsColumn = documentColumn(factsFormat);
export const brandColumn = documentColumn(brandFormat);

export const clients = pgTable('clients', {
  id: uuid().$type<ClientId>().primaryKey(),
  name: text().notNull(),
  slug: text().notNull().unique(),
  facts: factsColumn().notNull(),
  brand: brandColumn().notNull(),
  /** Goes up with everything that changes what visitors see. */
  siteVersion: integer('site_version').notNull().default(0),
  /** By what somebody who writes again is known to be the same person. */
  matching: text().$type<Matching>().notNull().default('email'),
  /** Submissions with any of these words or phrases are put aside. */
  blockedWords: json<string[]>('blocked_words').notNull().default([]),
  /** What is sent sooner after a page was opened is put aside; 0 where that is not asked. */
  minSeconds: integer('min_seconds').notNull().default(0),
  /** The client's own names for where visits come from. */
  sourceRules: json<SourceRule[]>('source_rules').notNull().default([]),
  /** The phone numbers that pages show to visitors from one source alone. */
  callNumbers: json<CallNumber[]>('call_numbers').notNull().default([]),
  /** After so many months without contact people are erased, or made anonymous; null for never. */
  eraseAfterMonths: integer('erase_after_months'),
  erasesHow: text('erases_how').$type<'erase' | 'anonymize'>().notNull().default('erase'),
  /** From whom emails to people come. */
  sender: json<Sender>().notNull().default(usualSender),
  /** How visitors are counted, and what they are asked. */
  measuring: json<Measuring>().notNull().default(usualMeasuring),
  createdAt: instant('created_at').notNull(),
  /** Since when the agency no longer works for it: its pages don't answer and nothing is sent. */
  archivedAt: instant('archived_at'),
});

/** The column that every row of a client carries, and every query asks for. */
export const ofClient = () =>
  uuid('client_id')
    .$type<ClientId>()
    .notNull()
    .references(() => clients.id);

export type ClientRow = typeof clients.$inferSelect;
