import { and, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import {
  boolean,
  doublePrecision,
  index,
  integer,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type {
  FormId,
  FunnelId,
  LinkedBandId,
  PageId,
  RevisionId,
  TestId,
  UserId,
} from '@plumgate/core/basics';
import { formFormat, type FormDefinition } from '@plumgate/core/forms';
import { forms } from '../forms/table.ts';
import { funnels } from '../funnels/table.ts';
import { brandColumn, factsColumn, ofClient } from '../clients/table.ts';
import { shownListing } from '../listings/shown-listing-column.ts';
import { bandDocument, pageDocument } from './document-column.ts';
import { documentsColumn, instant } from '../../platform/database/columns.ts';

export const pages = pgTable(
  'pages',
  {
    id: uuid().$type<PageId>().primaryKey(),
    clientId: ofClient(),
    funnelId: uuid('funnel_id')
      .$type<FunnelId>()
      .notNull()
      .references(() => funnels.id),
    /** The step's place in its funnel, from 0; a half between two others for as long as the steps are being counted again. */
    position: doublePrecision().notNull(),
    name: text().notNull(),
    slug: text().notNull(),
    draft: pageDocument().notNull(),
    /** Grows with every kept change of the page or of a form on it. */
    version: integer().notNull().default(1),
    liveRevision: uuid('live_revision').$type<RevisionId>(),
    /** The version that is live; 0 where the path around it has changed since. */
    liveVersion: integer('live_version'),
    /** Live and taken off: its address says so kindly, and one press puts it back. */
    offline: boolean().notNull().default(false),
    /** Somebody said that it may go live as it is; publishing takes the mark away. */
    ready: boolean().notNull().default(false),
    createdAt: instant('created_at')
      .notNull()
      .default(sql`now()`),
    /** The step that it leads to, where that is not the one after it. */
    leadsTo: uuid('leads_to').$type<PageId>(),
    changedAt: instant('changed_at')
      .notNull()
      .default(sql`now()`),
    /** Deleted: kept so that it can come back, and shown nowhere. */
    removedAt: instant('removed_at'),
  },
  (table) => [
    uniqueIndex('pages_address')
      .on(table.clientId, table.slug)
      .where(sql`${table.removedAt} is null`),
    index('pages_by_funnel').on(table.funnelId, table.position),
  ],
);

/** What visitors may see. */
export const isLive = and(
  isNotNull(pages.liveRevision),
  eq(pages.offline, false),
  isNull(pages.removedAt),
);

/** Which forms stand on a page's draft: for "used on 2 pages" and for telling other editors of a change. */
export const pageForms = pgTable(
  'page_forms',
  {
    clientId: ofClient(),
    pageId: uuid('page_id')
      .$type<PageId>()
      .notNull()
      .references(() => pages.id, { onDelete: 'cascade' }),
    formId: uuid('form_id')
      .$type<FormId>()
      .notNull()
      .references(() => forms.id),
  },
  (table) => [
    primaryKey({ columns: [table.pageId, table.formId] }),
    index('page_forms_by_form').on(table.formId),
  ],
);

/** A page as it was published, with everything it showed. Rows are never changed. */
export const pageRevisions = pgTable(
  'page_revisions',
  {
    id: uuid().$type<RevisionId>().primaryKey(),
    clientId: ofClient(),
    pageId: uuid('page_id')
      .$type<PageId>()
      .notNull()
      .references(() => pages.id, { onDelete: 'cascade' }),
    document: pageDocument().notNull(),
    forms: documentsColumn<FormId, FormDefinition>(formFormat)().notNull(),
    clientName: text('client_name').notNull(),
    facts: factsColumn().notNull(),
    brand: brandColumn().notNull(),
    /** The home that it is about, as its listing was; null for none, and where the page follows the listing. */
    listing: shownListing(),
    /** The step that it led to. */
    nextPage: uuid('next_page').$type<PageId>(),
    /** The funnel's own code and then the page's, for the head and for the end of the body. */
    head: text().notNull().default(''),
    body: text().notNull().default(''),
    publishedAt: instant('published_at').notNull(),
    publishedBy: uuid('published_by').$type<UserId>(),
    /** Shown to some visitors by a split test, and never published to all. */
    testId: uuid('test_id').$type<TestId>(),
  },
  (table) => [index('page_revisions_by_page').on(table.pageId, table.publishedAt)],
);

/** Bands kept once and shown on many pages: each page carries a copy, which follows this one. */
export const linkedBands = pgTable(
  'linked_bands',
  {
    id: uuid().$type<LinkedBandId>().primaryKey(),
    clientId: ofClient(),
    band: bandDocument().notNull(),
  },
  (table) => [index('linked_bands_by_client').on(table.clientId)],
);

/** Addresses that pages had before and that ads, posters and messages may carry: each leads to its page forever. */
export const earlierAddresses = pgTable(
  'earlier_addresses',
  {
    clientId: ofClient(),
    slug: text().notNull(),
    pageId: uuid('page_id')
      .$type<PageId>()
      .notNull()
      .references(() => pages.id, { onDelete: 'cascade' }),
  },
  (table) => [primaryKey({ columns: [table.clientId, table.slug] })],
);
