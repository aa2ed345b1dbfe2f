import { Injectable } from '@nestjs/common';
import type { FunnelResults, PathStep } from '@plumgate/contract';
import type { ClientId, FormId, FunnelId, PageId } from '@plumgate/core/basics';
import { formIdOf, blocksOf } from '@plumgate/core/page';
import { biggestDropOff } from '@plumgate/core/funnels';
import { periodBefore, timeOfPeriod, type Period } from '@plumgate/core/results';
import { wilson } from '@plumgate/core/statistics';
import { sql, type SQL } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { stepsOf, type PageRow } from '../../records/pages/page-row.ts';
import { pageVisitors, visitEvents } from '../../records/results/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { FormService } from '../forms/form.service.ts';
import { FunnelService } from '../funnels/funnel.service.ts';
import { BenchmarkService } from '../results/benchmark.service.ts';
import { ResultsService, type CountedBy } from '../results/results.service.ts';
import { hopsOf } from './hops.ts';
import { PathBoardService } from './path-board.service.ts';

/** Times are medians of so many visitors, taken at random: more would change little and take long. */
const sampled = 500;
/** Who comes to the next step later than this did not come from this one. */
const mostDaysBetween = 30;

/** A funnel in a time: who came to each step, who went on and how soon, and where the others stopped. */
@Injectable()
export class FunnelResultsService {
  constructor(
    private readonly database: Database,
    private readonly clients: ClientService,
    private readonly funnels: FunnelService,
    private readonly forms: FormService,
    private readonly results: ResultsService,
    private readonly benchmark: BenchmarkService,
    private readonly paths: PathBoardService,
  ) {}

  /** @param by only visitors from a source, or with a kind of device */
  async of(id: FunnelId, period: Period, by: CountedBy): Promise<FunnelResults> {
    const { clientId, name } = await this.funnels.row(id);
    const { zone } = await this.clients.get(clientId);
    const { steps } = await this.paths.board(id);
    const ids = steps.map(({ pageId }) => pageId);
    const now = await this.results.visitorsOf(ids, period, by);
    const before = await this.results.visitorsOf(ids, periodBefore(period), by);
    const benchmark = await this.benchmark.of(clientId, period);
    const hops = hopsOf(steps, { now, before, others: benchmark.rate?.value ?? null });
    const rows = await stepsOf(this.database.db, id);
    const shown: FunnelResults['steps'] = [];
    for (const [index, step] of steps.entries()) {
      const hop = hops[index] ?? null;
      const at = { clientId, zone, period, by, page: step.pageId };
      shown.push({
        ...{ pageId: step.pageId, name: step.name, visitors: now.get(step.pageId) ?? 0 },
        seen: await this.seen(at),
        hop: hop && {
          ...{ to: step.next!, by: hop.by, passed: hop.passed, benchmark: hop.benchmark },
          rate: {
            value: hop.visitors > 0 ? Math.min(1, hop.passed / hop.visitors) : null,
            ...wilson(Math.min(hop.passed, hop.visitors), hop.visitors),
          },
          medianSeconds: await this.timeBetween(at, step.next!),
        },
        forms: await this.formsOn(
          rows.find((row) => row.id === step.pageId)!,
          at,
        ),
      });
    }
    const sources = ids[0] ? await this.results.sourcesOf(ids[0], period) : [];
    return { name, sources, steps: shown, dropOff: dropOffIn(steps, biggestDropOff(hops)) };
  }

  /** How far visitors came down the page and how long they had it before them: medians of those who were told of. */
  private async seen(at: At): Promise<FunnelResults['steps'][number]['seen']> {
    const { rows } = await this.database.db.execute<{
      told: number;
      reached_end: number;
      seconds: number | null;
    }>(sql`
      select count(*)::int as told, count(*) filter (where share >= 75)::int as reached_end,
        percentile_cont(0.5) within group (order by seconds) as seconds
      from (${visitorsOf(at)}) as v cross join lateral (
        select max(e.share) as share, max(e.seconds) as seconds from ${visitEvents} as e
        where e.client_id = ${at.clientId} and e.visitor_id = v.visitor_id and e.page_id = ${at.page}
          and e.kind = 'seen' and e.kind <> 'section'
        having count(*) > 0
      ) as seen`);
    const { told, reached_end: reachedEnd, seconds } = rows[0]!;
    return told > 0 ? { told, reachedEnd, medianSeconds: Math.round(Number(seconds)) } : null;
  }

  /** From when somebody was last on a page to when they first came to the next; null where nobody did. */
  private async timeBetween(at: At, to: PageId): Promise<number | null> {
    const { rows } = await this.database.db.execute<{ seconds: number | null }>(sql`
      select percentile_cont(0.5) within group (order by extract(epoch from came.at - was.at)) as seconds
      from (${visitorsOf({ ...at, page: to })}) as v
      cross join lateral (
        select min(e.at) as at from ${visitEvents} as e
        where e.client_id = ${at.clientId} and e.visitor_id = v.visitor_id and e.page_id = ${to}
          and e.kind = 'view' and e.kind <> 'section'
      ) as came
      cross join lateral (
        select max(e.at) as at from ${visitEvents} as e
        where e.client_id = ${at.clientId} and e.visitor_id = v.visitor_id and e.page_id = ${at.page}
          and e.kind = 'view' and e.kind <> 'section' and e.at <= came.at and e.at > came.at - ${`${mostDaysBetween} days`}::interval
      ) as was
      where was.at is not null`);
    const seconds = rows[0]?.seconds ?? null;
    return seconds === null ? null : Math.round(Number(seconds));
  }

  /** Of each form on a page: who began it, who sent it, and at which question the others were last. */
  private async formsOn(page: PageRow, at: At): Promise<FunnelResults['steps'][number]['forms']> {
    const { db } = this.database;
    const asked = [...new Set(blocksOf(page.draft).flatMap((block) => formIdOf(block) ?? []))];
    const forms = await this.forms.some(db, at.clientId, asked);
    const shown: FunnelResults['steps'][number]['forms'] = [];
    for (const [id, form] of Object.entries(forms)) {
      const lines = await this.leftAt(id as FormId, at);
      const sum = (of: (line: LeftLine) => number) =>
        lines.reduce((total, line) => total + of(line), 0);
      const leftOf = (key: string | null) =>
        lines.filter((line) => line.question === key).reduce((total, line) => total + line.left, 0);
      const keys = form.questions.map(({ key }) => key);
      shown.push({
        ...{ formId: id as FormId, name: form.name },
        ...{ began: sum(({ began }) => began), sent: sum(({ sent }) => sent) },
        questions: form.questions
          .filter(({ kind }) => kind !== 'hidden')
          .map(({ key, label }) => ({ key, label, left: leftOf(key) })),
        // They closed the page before it could be told, or the question is gone.
        leftElsewhere: sum(({ question, left }) =>
          question === null || !keys.includes(question) ? left : 0,
        ),
      });
    }
    return shown;
  }

  private async leftAt(form: FormId, { zone, period, by, page }: At): Promise<LeftLine[]> {
    const { from, to } = timeOfPeriod(period, zone);
    const { rows } = await this.database.db.execute<LeftLine>(sql`
      with events as (
        select e.id, e.visitor_id, e.kind, e.target from ${visitEvents} as e
        where e.form_id = ${form} and e.page_id = ${page}
          and e.at >= ${from.toString()}::timestamptz and e.at < ${to.toString()}::timestamptz ${only(by, sql`e`)}
      ),
      began as (select distinct visitor_id from events where kind = 'begin'),
      last as (
        select distinct on (visitor_id) visitor_id, target from events where kind = 'leave'
        order by visitor_id, id desc
      )
      select last.target as question, count(*)::int as began,
        count(*) filter (where v.is_lead)::int as sent,
        count(*) filter (where not coalesce(v.is_lead, false))::int as left
      from began left join last using (visitor_id)
      left join ${pageVisitors} as v on v.page_id = ${page} and v.visitor_id = began.visitor_id
      group by 1`);
    return rows;
  }
}

/** Which page, in which time, seen by whom. */
interface At {
  clientId: ClientId;
  zone: string;
  period: Period;
  by: CountedBy;
  page: PageId;
}

interface LeftLine extends Record<string, unknown> {
  /** The question at which they were last; null where that was not told. */
  question: string | null;
  began: number;
  sent: number;
  left: number;
}

/** Up to `sampled` of those who first came to a page in a time. Visitor ids are random, so those that sort first are a random sample. */
const visitorsOf = ({ page, period: { from, to }, by }: At): SQL => sql`
  select v.visitor_id from ${pageVisitors} as v
  where v.page_id = ${page} and v.day between ${from} and ${to} ${only(by, sql`v`)}
  order by v.visitor_id limit ${sampled}`;

const only = ({ source, device }: CountedBy, row: SQL): SQL =>
  sql`${source === undefined ? sql`` : sql`and ${row}.source = ${source}`} ${device === undefined ? sql`` : sql`and ${row}.device = ${device}`}`;

const dropOffIn = (
  steps: readonly PathStep[],
  found: ReturnType<typeof biggestDropOff>,
): FunnelResults['dropOff'] => ('none' in found ? found : { page: steps[found.index]!.pageId });
