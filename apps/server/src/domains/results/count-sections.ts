import type { PageId } from '@plumgate/core/basics';
import { sql } from 'drizzle-orm';
import { insertMany } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { sectionDays, sectionVisitors } from '../../records/results/table.ts';
import { dayOf } from './count-visits.ts';
import type { VisitEvent } from './visit-events.ts';

interface Newcomers extends Record<string, unknown> {
  pageId: PageId;
  section: string;
  day: string;
  visitors: number;
}

const keyOf = ({ pageId, section, day }: Pick<Newcomers, 'pageId' | 'section' | 'day'>) =>
  `${pageId} ${section} ${day}`;

/** Adds visitors who came to sections of pages to the roll-up. */
export async function countSections(tx: Queries, batch: readonly VisitEvent[]): Promise<void> {
  if (batch.length === 0) return;
  const dated = batch.map(({ clientId, pageId, target, visitorId, at, zone }) => ({
    ...{ clientId, pageId, visitorId },
    section: target!,
    day: dayOf({ at, zone }),
  }));
  const first = new Map(
    // The first of several stays, and rows are taken in one order by all, so that no two writers wait for each other in a ring.
    dated
      .toReversed()
      .map((visit) => [`${visit.pageId} ${visit.section} ${visit.visitorId}`, visit]),
  );
  const inOrder = [...first].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, visit]) => visit);
  const newcomers = insertMany(
    sectionVisitors,
    inOrder,
    sql` on conflict do nothing returning page_id, section, day`,
  );
  const { rows: fresh } = await tx.execute<Newcomers>(
    sql`with newcomers as (${newcomers.getSQL()}) select page_id as "pageId", section, day::text, count(*)::int as visitors from newcomers group by page_id, section, day`,
  );
  const visitors = new Map(fresh.map((row) => [keyOf(row), row.visitors]));
  const rows = new Map<string, typeof sectionDays.$inferInsert>();
  for (const { visitorId: _visitor, ...visit } of dated) {
    const key = keyOf(visit);
    const row = rows.get(key) ?? { ...visit, views: 0, visitors: visitors.get(key) ?? 0 };
    rows.set(key, { ...row, views: row.views + 1 });
  }
  await tx
    .insert(sectionDays)
    .values([...rows].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, row]) => row))
    .onConflictDoUpdate({
      target: [sectionDays.pageId, sectionDays.section, sectionDays.day],
      set: {
        views: sql`${sectionDays.views} + excluded.views`,
        visitors: sql`${sectionDays.visitors} + excluded.visitors`,
      },
    });
}
