import { Injectable } from '@nestjs/common';
import type { Answered, api, TestSummary, TestView, VariationView } from '@plumgate/contract';
import type { ClientId, Instant, PageId, TestId, VariationId } from '@plumgate/core/basics';
import {
  healthWarnings,
  planTest,
  readTest,
  variationLetter,
  type TestAudience,
  type TestMeasure,
  type TestReading,
  type TestState,
  type VariationHealth,
} from '@plumgate/core/splittest';
import { fewestForRate, type Proportion } from '@plumgate/core/statistics';
import { asc, desc, eq, inArray, sql, type SQL } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { isAnyKey } from '../../platform/database/bulk.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { stateOf, type PageRow } from '../../records/pages/page-row.ts';
import { pages } from '../../records/pages/table.ts';
import { pageDays, pageVisitors, visitEvents } from '../../records/results/table.ts';
import {
  splitTests,
  splitTestVariations,
  splitTestVisitors,
} from '../../records/split-tests/table.ts';
import { ResultsService } from '../results/results.service.ts';
import { successesOf } from './test-counts.ts';

export type TestRow = typeof splitTests.$inferSelect;
export type VariationRow = typeof splitTestVariations.$inferSelect;

/** A page's rate and how many come to it are those of so many days before. */
const groundDays = 90;
const dayMilliseconds = 86_400_000;
/** Enough to know a rate to less than a percentage point. */
const enoughVisitors = 20_000;
const dayOf = (at: Instant): string => at.toString().slice(0, 10);
const firstGroundDay = (until: Instant): string =>
  dayOf(until.subtract({ hours: 24 * groundDays }));
const mostTests = 200;

interface Counted {
  [key: string]: unknown;
  key: string;
  visitors: number;
  successes: number;
}

/** What split tests say: counted anew at every look, until they end. */
@Injectable()
export class TestReader {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly results: ResultsService,
  ) {}

  async row(id: TestId, db: Queries = this.database.db): Promise<TestRow> {
    const [row] = await db.select().from(splitTests).where(eq(splitTests.id, id));
    if (!row) throw notFound();
    return row;
  }

  /** The page of a test, though it may be in the bin. */
  async page(
    { pageId }: Pick<TestRow, 'pageId'>,
    db: Queries = this.database.db,
  ): Promise<PageRow> {
    const [page] = await db.select().from(pages).where(eq(pages.id, pageId));
    return page!;
  }

  /** Those of a test, the page as it was first. */
  variations(id: TestId, db: Queries = this.database.db): Promise<VariationRow[]> {
    return db
      .select()
      .from(splitTestVariations)
      .where(eq(splitTestVariations.testId, id))
      .orderBy(asc(splitTestVariations.position));
  }

  async list(clientId: ClientId): Promise<TestSummary[]> {
    const { db } = this.database;
    const rows = await db
      .select({ test: splitTests, page: pages })
      .from(splitTests)
      .innerJoin(pages, eq(pages.id, splitTests.pageId))
      .where(eq(splitTests.clientId, clientId))
      .orderBy(desc(splitTests.madeAt), desc(splitTests.id))
      .limit(mostTests);
    if (rows.length === 0) return [];
    const all = await db
      .select()
      .from(splitTestVariations)
      .where(
        inArray(
          splitTestVariations.testId,
          rows.map(({ test }) => test.id),
        ),
      )
      .orderBy(asc(splitTestVariations.position));
    return Promise.all(
      rows.map(async ({ test, page }) => {
        const variations = all.filter(({ testId }) => testId === test.id);
        return this.summary(test, page, variations, await this.read(test, page, variations));
      }),
    );
  }

  async view(id: TestId): Promise<TestView> {
    const test = await this.row(id);
    const page = await this.page(test);
    const variations = await this.variations(id);
    const { base, lift, audience, lesson } = test;
    const read = await this.read(test, page, variations);
    const { perDay } = await this.before(test);
    const { visitorsEach, days } = planTest({ base, lift, perDay, variations: variations.length });
    const isShared = variations.some(({ draft }) => draft !== null);
    return {
      ...this.summary(test, page, variations, read),
      ...{ base, lift, audience, lesson },
      warnings: test.startedAt
        ? [...read.warnings, ...healthWarnings(await this.health(test, variations))]
        : [],
      days: this.daysOf(test),
      plan: { perDay, days, visitorsEach: Number.isFinite(visitorsEach) ? visitorsEach : null },
      isSame: stateOf(page) === 'live' && !isShared,
    };
  }

  /** How each variation did in the browsers that told of it last. */
  private async health(
    { clientId, pageId, startedAt, endedAt }: TestRow,
    variations: readonly VariationRow[],
  ): Promise<VariationHealth[]> {
    const { rows } = await this.database.db.execute<{
      key: string;
      told: number;
      failed: number;
      load: number | null;
    }>(sql`
      select key, count(*)::int as told, (count(*) filter (where failed > 0))::int as failed,
        percentile_cont(0.5) within group (order by load) as load
      from (
        select variation_id as key, visitor_id, max(failed) as failed, max(load_ms) as load from (
          select variation_id, visitor_id, failed, load_ms from ${visitEvents}
          where client_id = ${clientId} and page_id = ${pageId} and kind = 'seen' and variation_id is not null
            and at >= ${startedAt!.toString()}::timestamptz ${endedAt ? sql`and at <= ${endedAt.toString()}::timestamptz` : sql``}
          order by at desc limit ${enoughVisitors}
        ) as last group by 1, 2
      ) as visits group by key`);
    return variations.map(({ id }) => {
      const found = rows.find(({ key }) => key === (id as string));
      return {
        told: found?.told ?? 0,
        failed: found?.failed ?? 0,
        medianLoad: found?.load == null ? null : Number(found.load),
      };
    });
  }

  /** What a test of a page would start from. */
  async grounds(
    pageId: PageId,
    measure: TestMeasure,
    audience: TestAudience,
  ): Promise<Answered<typeof api.getTestGrounds>> {
    const page = await this.page({ pageId });
    const { visitors, converted, perDay } = await this.before({
      ...{ pageId, startedAt: null, audience },
    });
    const seen =
      measure === 'lead'
        ? { visitors, successes: converted }
        : await this.sample(page, measure, audience);
    const today = dayOf(this.clock.now());
    return {
      rate: seen.visitors >= fewestForRate ? seen.successes / seen.visitors : null,
      ...{ visitors, perDay },
      isLive: page.liveRevision !== null && !page.offline,
      isChanged: stateOf(page) === 'changed',
      sources: await this.results.sourcesOf(pageId, {
        ...{ from: firstGroundDay(this.clock.now()), to: today },
      }),
    };
  }

  /** How many came to a page before its test began, and on a day; of a young page on the days that it had. */
  private async before({
    pageId,
    startedAt,
    audience,
  }: Pick<TestRow, 'pageId' | 'startedAt' | 'audience'>): Promise<{
    visitors: number;
    converted: number;
    perDay: number;
  }> {
    const until = startedAt ?? this.clock.now();
    const last = dayOf(until);
    const { rows } = await this.database.db.execute<{
      visitors: number;
      converted: number;
      days: number | null;
    }>(sql`
      select coalesce(sum(visitors), 0)::int as visitors, coalesce(sum(converted), 0)::int as converted,
        ${last}::date - min(day) + 1 as days
      from ${pageDays}
      where page_id = ${pageId} and day > ${firstGroundDay(until)}::date and day <= ${last}::date
        and ${takesPartSql(audience)}`);
    const { visitors, converted, days } = rows[0]!;
    return { visitors, converted, perDay: days ? visitors / days : 0 };
  }

  /** How many visitors of a sample did what decides. Visitor ids are random, so those that sort first are a random sample. */
  private async sample(
    page: PageRow,
    measure: TestMeasure,
    audience: TestAudience,
  ): Promise<Pick<Counted, 'visitors' | 'successes'>> {
    const seen = sql`
      select '' as key, visitor_id, day::timestamp at time zone 'UTC' as at from ${pageVisitors}
      where page_id = ${page.id} and day > ${firstGroundDay(this.clock.now())}::date and ${takesPartSql(audience)}
      order by visitor_id limit ${enoughVisitors}`;
    const [all] = await this.counted(this.database.db, seen, { page, measure, endedAt: null });
    return all ?? { visitors: 0, successes: 0 };
  }

  /** Of a test that is over what was counted at its end; of any other what is counted now. */
  async counts(
    db: Queries,
    test: TestRow,
    page: PageRow,
    variations: readonly VariationRow[],
  ): Promise<Proportion[]> {
    if (!test.startedAt) return variations.map(() => ({ successes: 0, trials: 0 }));
    if (variations.every(({ visitors }) => visitors !== null))
      return variations.map(({ visitors, successes }) => ({
        trials: visitors!,
        successes: successes!,
      }));
    const seen = sql`select variation_id as key, visitor_id, at from ${splitTestVisitors} where test_id = ${test.id}`;
    const counted = await this.counted(db, seen, { page, ...test });
    return variations.map(({ id }) => {
      const found = counted.find(({ key }) => (key as VariationId) === id);
      return { trials: found?.visitors ?? 0, successes: found?.successes ?? 0 };
    });
  }

  private async counted(
    db: Queries,
    seen: Parameters<typeof successesOf>[0],
    {
      page,
      measure,
      endedAt,
    }: { page: PageRow; measure: TestMeasure; endedAt: TestRow['endedAt'] },
  ): Promise<Counted[]> {
    const { rows } = await db.execute<Counted>(
      successesOf(seen, {
        ...{ measure, clientId: page.clientId, pageId: page.id, funnelId: page.funnelId },
        until: endedAt && sql`${endedAt.toString()}::timestamptz`,
      }),
    );
    return rows;
  }

  private async read(
    test: TestRow,
    page: PageRow,
    variations: readonly VariationRow[],
  ): Promise<TestReading & { counts: Proportion[] }> {
    const counts = await this.counts(this.database.db, test, page, variations);
    const { base, lift } = test;
    const shares = variations.map(({ share }) => share);
    const { visitorsEach } = planTest({ base, lift, variations: variations.length, perDay: 0 });
    return {
      counts,
      ...readTest({
        ...{ counts, shares, worthwhile: base * lift, days: this.daysOf(test) },
        ...(Number.isFinite(visitorsEach) && { plannedVisitors: visitorsEach }),
      }),
    };
  }

  private daysOf({ startedAt, endedAt }: TestRow): number {
    if (!startedAt) return 0;
    const until = endedAt ?? this.clock.now();
    return Math.floor((until.epochMilliseconds - startedAt.epochMilliseconds) / dayMilliseconds);
  }

  private summary(
    test: TestRow,
    page: PageRow,
    variations: readonly VariationRow[],
    { verdict, variations: read, counts }: TestReading & { counts: Proportion[] },
  ): TestSummary {
    const shown = variations.map(({ id, change, share, revisionId }, index): VariationView => ({
      ...{ variationId: id, letter: variationLetter(index), change, share, revisionId },
      visitors: counts[index]!.trials,
      conversions: counts[index]!.successes,
      ...read[index]!,
    }));
    return {
      testId: test.id,
      page: { pageId: page.id, name: page.name, isDeleted: page.removedAt !== null },
      ...{ hypothesis: test.hypothesis, measure: test.measure, state: stateOfTest(test) },
      madeAt: test.madeAt.toString(),
      startedAt: test.startedAt?.toString() ?? null,
      endedAt: test.endedAt?.toString() ?? null,
      verdict: verdict.kind,
      winner: verdict.kind === 'winner' ? variationLetter(verdict.index) : null,
      kept: shown.find(({ variationId }) => variationId === test.kept)?.letter ?? null,
      variations: shown,
    };
  }
}

/** Of rows with a device and a source, those of visitors who take part (`takesPart`). */
const takesPartSql = ({ devices, sources }: TestAudience): SQL =>
  sql.join(
    [
      sql`true`,
      ...(devices.length > 0 ? [isAnyKey(sql`device`, devices)] : []),
      ...(sources.length > 0 ? [isAnyKey(sql`source`, sources)] : []),
    ],
    sql` and `,
  );

const stateOfTest = ({ startedAt, endedAt }: Pick<TestRow, 'startedAt' | 'endedAt'>): TestState =>
  endedAt ? 'ended' : startedAt ? 'running' : 'planned';
