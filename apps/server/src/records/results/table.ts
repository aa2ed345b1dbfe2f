import {
  boolean,
  date,
  index,
  integer,
  pgTable,
  primaryKey,
  text,
  uuid,
} from 'drizzle-orm/pg-core';
import type { PageId } from '@plumgate/core/basics';
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
    /** They sent a form of the page's funnel after they saw the page. */
    isLead: boolean('is_lead').notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.pageId, table.visitorId] }),
    index('page_visitors_by_day').on(table.day),
  ],
);

/** The roll-up that every count is read from: one row for a page, a local day, a source and a kind of device. */
export const pageDays = pgTable(
  'page_days',
  {
    clientId: ofClient(),
    pageId: uuid('page_id').$type<PageId>().notNull(),
    day: date({ mode: 'string' }).notNull(),
    source: text().notNull(),
    device: text().$type<'phone' | 'wide'>().notNull(),
    views: integer().notNull(),
    visitors: integer().notNull(),
    leads: integer().notNull(),
    /** Of the leads, those who had not written anywhere in the funnel before: what a funnel's leads are the sum of. */
    newLeads: integer('new_leads').notNull().default(0),
    /** Of the day's visitors, those who became leads, on whichever day: never more than there are visitors. */
    converted: integer().notNull().default(0),
  },
  (table) => [
    primaryKey({ columns: [table.pageId, table.day, table.source, table.device] }),
    index('page_days_by_client').on(table.clientId, table.day),
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
