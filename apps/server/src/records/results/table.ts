import { sql } from 'drizzle-orm';
import {
  bigserial,
  boolean,
  date,
  index,
  integer,
  pgTable,
  primaryKey,
  smallint,
  text,
  uuid,
} from 'drizzle-orm/pg-core';
import type { FormId, PageId, RevisionId, VariationId } from '@plumgate/core/basics';
import type { WatchedShare } from '@plumgate/core/conditions';
import type { Origin } from '@plumgate/core/results';
import { instant, json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/** Who has seen a page: a visitor counts once for a page, on the day they first came. */
export const pageVisitors = pgTable(
  'page_visitors',
  {
    clientId: ofClient(),
    pageId: uuid('page_id').$type<PageId>().notNull(),
    visitorId: text('visitor_id').notNull(),
    day: date({ mode: 'string' }).notNull(),
    source: text().notNull().default('Direct'),
    device: text().$type<'phone' | 'wide'>().notNull().default('wide'),
    /** The campaign they first came by, as the address said it; empty for none. */
    campaign: text().notNull().default(''),
    /** The beginning of the hour in which they first came (`countedHour`). */
    hour: instant(),
    /** They sent a form of the page's funnel after they saw the page. */
    isLead: boolean('is_lead').notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.pageId, table.visitorId] }),
    index('page_visitors_by_day').on(table.day),
  ],
);

/** The roll-up that every count is read from: one row for a page, a local day, a source, a kind of device and a campaign. */
export const pageDays = pgTable(
  'page_days',
  {
    clientId: ofClient(),
    pageId: uuid('page_id').$type<PageId>().notNull(),
    day: date({ mode: 'string' }).notNull(),
    source: text().notNull(),
    device: text().$type<'phone' | 'wide'>().notNull(),
    campaign: text().notNull().default(''),
    views: integer().notNull(),
    visitors: integer().notNull(),
    leads: integer().notNull(),
    /** Of the leads, those who had not written anywhere in the funnel before: what a funnel's leads are the sum of. */
    newLeads: integer('new_leads').notNull().default(0),
    /** Of the day's visitors, those who became leads, on whichever day: never more than there are visitors. */
    converted: integer().notNull().default(0),
  },
  (table) => [
    primaryKey({
      columns: [table.pageId, table.day, table.source, table.device, table.campaign],
    }),
    index('page_days_by_client').on(table.clientId, table.day),
    // Most rows have visitors and no lead: leads over a time are read from here alone.
    index('page_days_leads')
      .on(table.clientId, table.day, table.newLeads)
      .where(sql`${table.newLeads} > 0`),
  ],
);

/** The roll-up by the hour beside that by the day: one row for a page and an hour (`countedHour`). */
export const pageHours = pgTable(
  'page_hours',
  {
    clientId: ofClient(),
    pageId: uuid('page_id').$type<PageId>().notNull(),
    hour: instant().notNull(),
    visitors: integer().notNull(),
    /** Of the hour's visitors, those who became leads, whenever they did. */
    converted: integer().notNull(),
    /** People who sent their first form of the funnel in the hour. */
    leads: integer().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.pageId, table.hour] }),
    index('page_hours_by_client').on(table.clientId, table.hour),
  ],
);

/** Who has come to a section of a page, as `page_visitors` of the page. */
export const sectionVisitors = pgTable(
  'section_visitors',
  {
    clientId: ofClient(),
    pageId: uuid('page_id').$type<PageId>().notNull(),
    section: text().notNull(),
    visitorId: text('visitor_id').notNull(),
    day: date({ mode: 'string' }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.pageId, table.section, table.visitorId] }),
    index('section_visitors_by_day').on(table.day),
  ],
);

/** The roll-up of sections, beside that of pages: one row for a section and a local day. */
export const sectionDays = pgTable(
  'section_days',
  {
    clientId: ofClient(),
    pageId: uuid('page_id').$type<PageId>().notNull(),
    section: text().notNull(),
    day: date({ mode: 'string' }).notNull(),
    views: integer().notNull(),
    visitors: integer().notNull(),
  },
  (table) => [primaryKey({ columns: [table.pageId, table.section, table.day] })],
);

/**
 * What visitors do, one row for each time: they see a page or come to a section of it, press a button or a phone number,
 * begin a form and leave it, watch a video, download a file, turn away. The roll-ups are what is read; these rows are for questions that nobody has asked yet.
 * The table is divided by months (`visit-months.ts`), and a question with a time looks into no other month.
 */
export const visitEvents = pgTable(
  'visit_events',
  {
    id: bigserial({ mode: 'number' }).notNull(),
    clientId: ofClient(),
    pageId: uuid('page_id').$type<PageId>().notNull(),
    revisionId: uuid('revision_id').$type<RevisionId>().notNull(),
    /** Which variation of the page was shown, where there are several. */
    variationId: uuid('variation_id').$type<VariationId>(),
    kind: text().$type<VisitEventKind>().notNull(),
    /** The section that was come to, the block that was pressed, begun or watched, the number that was called, the file that was downloaded, or the question that was answered last. */
    target: text(),
    /** How much of a video was watched by then, or of the page was seen, in percent. */
    share: smallint().$type<WatchedShare>(),
    /** The form that was begun. */
    formId: uuid('form_id').$type<FormId>(),
    /** How long the page was before them, in seconds; how long it took to load, in ms; and how many scripts failed on it. */
    seconds: smallint(),
    loadMs: integer('load_ms'),
    failed: smallint(),
    visitorId: text('visitor_id').notNull(),
    /** They have been on the client's pages before, as far as their browser says. */
    returning: boolean().notNull().default(false),
    device: text().$type<'phone' | 'wide'>().notNull(),
    /** Where the visitor came from last and first, and the last as it was said. */
    source: text().notNull(),
    firstSource: text('first_source').notNull(),
    origin: json<Origin>().notNull(),
    at: instant().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.at, table.id] }),
    index('visit_events_of_client').on(table.clientId, table.at),
    index('visit_events_of_form')
      .on(table.formId, table.at)
      .where(sql`${table.formId} is not null`),
    index('visit_events_of_visitor')
      .on(table.clientId, table.visitorId, table.at)
      .where(sql`${table.kind} <> 'section'`),
  ],
);

export const visitEventKinds = [
  'view',
  'section',
  'press',
  'begin',
  'leave',
  'watch',
  'fetch',
  'seen',
] as const;
export type VisitEventKind = (typeof visitEventKinds)[number];
