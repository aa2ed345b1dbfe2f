import { Injectable } from '@nestjs/common';
import type { ClientOverview, Trouble } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { sql, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import type { Sees } from '../../records/accounts/users-of.ts';
import { bookings } from '../../records/booking/table.ts';
import { clients } from '../../records/clients/table.ts';
import { heldReasons, heldSubmissions } from '../../records/intake/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { stoppedNotices } from '../../records/messages/table.ts';
import { domains } from '../../records/own-domains/table.ts';
import { isLive, pages } from '../../records/pages/table.ts';
import { stages } from '../../records/people/stages.table.ts';
import { people } from '../../records/people/table.ts';
import { isWaiting } from '../../records/people/waiting.ts';
import { waits } from '../../records/people/waits.table.ts';
import { firstSteps } from '../../records/pages/first-steps.ts';
import { pageDays } from '../../records/results/table.ts';
import { ClientService } from '../clients/client.service.ts';

const weekCount = 8;

type Row = Record<string, number | string | null> & { client_id: ClientId };

/** Figures of all clients side by side, each part one query for all of them. */
@Injectable()
export class OverviewService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly clients: ClientService,
  ) {}

  async get(who: Sees, days: number): Promise<ClientOverview[]> {
    const list = await this.clients.list(who);
    const now = this.clock.now();
    const parts = queriesOf(
      list.map(({ id }) => id),
      sql`${now.toString()}::timestamptz`,
      days,
    );
    // One after the other: all at once they would take every connection, and time out where there is only one.
    const found: [string, Row[]][] = [];
    for (const [name, query] of Object.entries(parts)) {
      const { rows } = await this.database.db.execute<Row>(query);
      found.push([name, rows]);
    }
    const rows = Object.fromEntries(found) as Record<keyof typeof parts, Row[]>;
    const byClient = Object.fromEntries(
      Object.entries(rows).map(([name, some]) => [
        name,
        new Map(some.map((row) => [row.client_id, row])),
      ]),
    ) as Record<keyof typeof parts, Map<ClientId, Row>>;
    const weeks = new Map<ClientId, number[]>();
    const leads = new Map<ClientId, { now: number; before: number }>();
    for (const { client_id: id, ago, leads: count } of rows.leads) {
      const [some, sum] = [
        weeks.get(id) ?? Array<number>(weekCount).fill(0),
        leads.get(id) ?? { now: 0, before: 0 },
      ];
      const week = weekCount - 1 - Math.floor(Number(ago) / 7);
      if (week >= 0) some[week]! += Number(count);
      if (Number(ago) < days) sum.now += Number(count);
      else if (Number(ago) < 2 * days) sum.before += Number(count);
      weeks.set(id, some);
      leads.set(id, sum);
    }
    return list.map((client): ClientOverview => {
      const of = (part: keyof typeof parts, name: string) =>
        Number(byClient[part].get(client.id)?.[name] ?? 0);
      const since = byClient.waiting.get(client.id)?.since;
      const median = byClient.answered.get(client.id)?.median;
      return {
        client,
        weeks: weeks.get(client.id) ?? Array<number>(weekCount).fill(0),
        visitors: of('visits', 'visitors'),
        converted: of('visits', 'converted'),
        leads: leads.get(client.id)?.now ?? 0,
        leadsBefore: leads.get(client.id)?.before ?? 0,
        waiting: of('waiting', 'waiting'),
        overdue: of('waiting', 'overdue'),
        waitingSince: since ? Temporal.Instant.from(String(since)).toString() : null,
        medianMinutes: median === null || median === undefined ? null : Number(median),
        booked: of('booked', 'booked'),
        won: of('won', 'won'),
        troubles: troublesOf({
          live: of('live', 'live'),
          undelivered: of('undelivered', 'count'),
          'host-lost': of('hosts', 'count'),
          'promise-broken': of('broken', 'count'),
          held: of('held', 'count'),
          'notices-stopped': of('stopped', 'count'),
        }),
      };
    });
  }
}

function troublesOf({
  live,
  ...counts
}: { live: number } & Record<Exclude<Trouble['kind'], 'nothing-live'>, number>): Trouble[] {
  const found = Object.entries(counts)
    .filter(([, count]) => count > 0)
    .map(([kind, count]) => ({ kind, count }) as Trouble);
  return live === 0 ? [{ kind: 'nothing-live', count: 1 }, ...found] : found;
}

/** Each gives rows by `client_id`. */
function queriesOf(ids: readonly ClientId[], now: SQL, days: number) {
  const mine = (column: SQL) => sql`${column} = any(${sql.param([...ids])}::uuid[])`;
  const from = sql`${now} - make_interval(days => ${days})`;
  const seen = sql`seen as (
    select id, (${now} at time zone (facts->>'zone'))::date as today from ${clients} where ${mine(sql`id`)}
  )`;
  const broken = sql`(${waits.endedAt} > ${waits.promisedBy} and ${waits.endedAt} > ${from})`;
  return {
    // By the primary key of the roll-up: few of its rows are of first steps.
    visits: sql`
      with ${seen}, first_steps as (
        ${firstSteps(mine(sql`client_id`))}
      )
      select seen.id as client_id, sum(d.visitors) as visitors, sum(d.converted) as converted
      from seen join first_steps on first_steps.client_id = seen.id
      cross join lateral (
        select sum(visitors) as visitors, sum(converted) as converted from ${pageDays} as d
        where d.page_id = first_steps.id and d.day > seen.today - ${days}::int
      ) as d
      group by 1`,
    leads: sql`
      with ${seen}
      select seen.id as client_id, seen.today - d.day as ago, d.leads
      from seen cross join lateral (
        select day, sum(new_leads) as leads from ${pageDays} as d
        where d.client_id = seen.id and d.new_leads > 0
          and d.day > seen.today - ${Math.max(2 * days, 7 * weekCount)}::int and d.day <= seen.today
        group by day
      ) as d`,
    waiting: sql`
      select client_id, count(*) as waiting, count(*) filter (where promised_by <= ${now}) as overdue,
        min(waiting_since) as since
      from ${people} where ${isWaiting} and ${mine(sql`client_id`)} group by 1`,
    answered: sql`
      select client_id, percentile_cont(0.5) within group (order by open_seconds) / 60.0 as median
      from ${waits} where ${mine(sql`client_id`)} and ended_at > ${from} and how <> 'let-go' group by 1`,
    booked: sql`
      select client_id, count(*) as booked from ${bookings}
      where ${mine(sql`client_id`)} and made_at > ${from} and state <> 'cancelled' group by 1`,
    won: sql`
      select p.client_id, sum(p.value) as won from ${people} as p join ${stages} as s on s.id = p.stage_id
      where ${mine(sql`p.client_id`)} and s.outcome = 'won' and p.stage_at > ${from} and p.removed_at is null group by 1`,
    live: sql`
      select client_id, count(*) as live from ${pages} where ${mine(sql`client_id`)} and ${isLive} group by 1`,
    undelivered: sql`
      select client_id, count(*) as count from ${outbox} where ${mine(sql`client_id`)} and state = 'failed' group by 1`,
    hosts: sql`
      select client_id, count(*) as count from ${domains}
      where ${mine(sql`client_id`)} and state in ('lost', 'gone') group by 1`,
    broken: sql`
      select client_id, count(*) as count from ${waits} where ${mine(sql`client_id`)} and ${broken} group by 1`,
    held: sql`
      select client_id, count(*) as count from ${heldSubmissions}
      where ${mine(sql`client_id`)} and reason = any(${sql.param([...heldReasons])}::text[]) group by 1`,
    stopped: sql`
      select client_id, count(*) as count from ${stoppedNotices} where ${mine(sql`client_id`)} group by 1`,
  };
}
