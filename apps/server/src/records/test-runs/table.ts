import type { FunnelId } from '@plumgate/core/basics';
import type { TestRunPoint } from '@plumgate/contract';
import { boolean, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { instant, json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';
import { funnels } from '../funnels/table.ts';

/** The report of a test run, as it grows. It is of a moment: old ones are thrown away. */
export const testRuns = pgTable('test_runs', {
  id: uuid().primaryKey(),
  clientId: ofClient(),
  funnelId: uuid('funnel_id')
    .$type<FunnelId>()
    .notNull()
    .references(() => funnels.id, { onDelete: 'cascade' }),
  which: text().$type<'draft' | 'live'>().notNull(),
  points: json<TestRunPoint[]>().notNull(),
  over: boolean().notNull(),
  startedAt: instant('started_at').notNull(),
});
