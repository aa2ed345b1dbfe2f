import { Injectable, type OnModuleInit } from '@nestjs/common';
import { localDay, type ClientId, type Instant, type PageId } from '@plumgate/core/basics';
import { lt, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { insertMany } from '../../platform/database/bulk.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { deleteSome } from '../../platform/database/delete-some.ts';
import { Gathering, type GatheredWrites } from '../../platform/database/gathered-writes.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { sectionDays, sectionVisitors } from '../../records/results/table.ts';
import { cookieLife } from './cookie-life.ts';
import { dayOf } from './visit-counter.ts';

/** Somebody has come to a section of a page. */
export interface SectionVisit {
  clientId: ClientId;
  pageId: PageId;
  section: string;
  visitorId: string;
  at: Instant;
  zone: string;
}

/** Counts who comes to which section of a page, as visits of pages are counted: nobody waits for it. */
@Injectable()
export class SectionCounter implements OnModuleInit {
  private readonly writes: GatheredWrites<SectionVisit>;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly housekeeping: Housekeeping,
    gathering: Gathering,
  ) {
    this.writes = gathering.of('visits of sections', writeBatch);
  }

  onModuleInit(): void {
    this.housekeeping.register('section visitors', (mostRows) => {
      const firstDay = localDay(this.clock.now().subtract(cookieLife), 'UTC');
      const isOld = lt(sectionVisitors.day, firstDay);
      return deleteSome(this.database.db, sectionVisitors, isOld, mostRows);
    });
  }

  count(visit: SectionVisit): void {
    this.writes.add(visit);
  }
}

interface Newcomers extends Record<string, unknown> {
  pageId: PageId;
  section: string;
  day: string;
  visitors: number;
}

const keyOf = ({ pageId, section, day }: Pick<Newcomers, 'pageId' | 'section' | 'day'>) =>
  `${pageId} ${section} ${day}`;

async function writeBatch(tx: Queries, batch: readonly SectionVisit[]): Promise<void> {
  const dated = batch.map(({ at, zone, ...visit }) => ({ ...visit, day: dayOf({ at, zone }) }));
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
