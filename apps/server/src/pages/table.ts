import {
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import type { FormId, FunnelId, PageId, RevisionId, UserId } from '@plumgate/core/basics';
import type { Brand } from '@plumgate/core/brand';
import type { Facts } from '@plumgate/core/clients';
import type { FormDefinition } from '@plumgate/core/forms';
import type { PageDocument } from '@plumgate/core/page';
import { forms } from '../forms/table.ts';
import { funnels } from '../funnels/table.ts';
import { ofClient } from '../clients/table.ts';
import { instant } from '../platform/database/columns.ts';

export const pages = pgTable(
  'pages',
  {
    id: uuid().$type<PageId>().primaryKey(),
    clientId: ofClient(),
    funnelId: uuid('funnel_id')
      .$type<FunnelId>()
      .notNull()
      .references(() => funnels.id),
    /** The step's place in its funnel, from 0. */
    position: integer().notNull(),
    name: text().notNull(),
    slug: text().notNull(),
    draft: jsonb().$type<PageDocument>().notNull(),
    /** Grows with every kept change of the page or of a form on it. */
    version: integer().notNull().default(1),
    liveRevision: uuid('live_revision').$type<RevisionId>(),
    liveVersion: integer('live_version'),
  },
  (table) => [
    unique('pages_address').on(table.clientId, table.slug),
    index('pages_by_funnel').on(table.funnelId, table.position),
  ],
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
    document: jsonb().$type<PageDocument>().notNull(),
    forms: jsonb().$type<Record<FormId, FormDefinition>>().notNull(),
    clientName: text('client_name').notNull(),
    facts: jsonb().$type<Facts>().notNull(),
    brand: jsonb().$type<Brand>().notNull(),
    publishedAt: instant('published_at').notNull(),
    publishedBy: uuid('published_by').$type<UserId>(),
  },
  (table) => [index('page_revisions_by_page').on(table.pageId, table.publishedAt)],
);
