import { sql } from 'drizzle-orm';
import {
  doublePrecision,
  index,
  integer,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { PageId, RevisionId, TestId, UserId, VariationId } from '@plumgate/core/basics';
import type { TestAudience, TestMeasure } from '@plumgate/core/splittest';
import { instant, json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';
import { pageDocument } from '../pages/document-column.ts';
import { pages } from '../pages/table.ts';

/** Split tests: an idea for a page, shown to some of its visitors beside the page as it was. */
export const splitTests = pgTable(
  'split_tests',
  {
    id: uuid().$type<TestId>().primaryKey(),
    clientId: ofClient(),
    pageId: uuid('page_id')
      .$type<PageId>()
      .notNull()
      .references(() => pages.id, { onDelete: 'cascade' }),
    /** What somebody expects, and why, in a sentence. */
    hypothesis: text().notNull(),
    measure: text().$type<TestMeasure>().notNull(),
    /** The rate that it is planned by, from 0 to 1, and by how much of itself that is hoped to rise. */
    base: doublePrecision().notNull(),
    lift: doublePrecision().notNull(),
    audience: json<TestAudience>().notNull(),
    madeAt: instant('made_at').notNull(),
    madeBy: uuid('made_by').$type<UserId>(),
    startedAt: instant('started_at'),
    endedAt: instant('ended_at'),
    /** The variation that was kept at the end. */
    kept: uuid().$type<VariationId>(),
    /** What was learned, in the words of who ended it. */
    lesson: text().notNull().default(''),
  },
  (table) => [
    // A page has one test at a time: two would each count what the other changed.
    uniqueIndex('split_tests_open_on_page')
      .on(table.pageId)
      .where(sql`${table.endedAt} is null`),
    index('split_tests_of_client').on(table.clientId, table.madeAt),
  ],
);

/** The variations of a test, the page as it was first. */
export const splitTestVariations = pgTable(
  'split_test_variations',
  {
    id: uuid().$type<VariationId>().primaryKey(),
    clientId: ofClient(),
    testId: uuid('test_id')
      .$type<TestId>()
      .notNull()
      .references(() => splitTests.id, { onDelete: 'cascade' }),
    position: integer().notNull(),
    /** Its weight among the others. */
    share: integer().notNull(),
    /** What is different on it, in words. */
    change: text().notNull().default(''),
    /** A draft that was set aside for it before the test began; null for the first, and for the one that is the page's draft. */
    draft: pageDocument(),
    /** What visitors see, from the start of the test on. */
    revisionId: uuid('revision_id').$type<RevisionId>(),
    /** At the end: how many saw it, and how many of them counted. */
    visitors: integer(),
    successes: integer(),
  },
  (table) => [uniqueIndex('split_test_variations_in_order').on(table.testId, table.position)],
);

/** Which variation a visitor saw first, and since when: what a test counts. */
export const splitTestVisitors = pgTable(
  'split_test_visitors',
  {
    clientId: ofClient(),
    testId: uuid('test_id')
      .$type<TestId>()
      .notNull()
      .references(() => splitTests.id, { onDelete: 'cascade' }),
    variationId: uuid('variation_id').$type<VariationId>().notNull(),
    visitorId: text('visitor_id').notNull(),
    at: instant().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.testId, table.visitorId] }),
    index('split_test_visitors_of_client').on(table.clientId, table.at),
  ],
);
