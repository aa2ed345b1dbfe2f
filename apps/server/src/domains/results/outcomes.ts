import type { Cents, ClientId, Instant } from '@plumgate/core/basics';
import { isPaidVisit, type OutcomeKind } from '@plumgate/core/conversions';
import type { Origin } from '@plumgate/core/results';
import { sql, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { isAnyKey } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { bookings } from '../../records/booking/table.ts';
import { submissions } from '../../records/intake/table.ts';
import { people } from '../../records/people/table.ts';
import { personVisitors } from '../../records/people/visitors.table.ts';
import { visitEvents } from '../../records/results/table.ts';
import { vouchers } from '../../records/vouchers/table.ts';

/** What is known of a browser alone, not of a person. */
const doneOnPages = new Set<OutcomeKind['kind']>(['call', 'page', 'video', 'file']);

/** Somebody did what counts: a person, or where nobody is known a browser by its number. */
export interface OutcomeSeen {
  person: string;
  at: Instant;
  /** What the person's record says that they are worth. */
  worth: Cents | null;
}

/** A visit before it. */
export interface TouchSeen {
  person: string;
  at: Instant;
  source: string;
  isPaid: boolean;
  origin: Origin;
}

/** The outcomes of a kind from one moment to before another, as they happened. */
export async function outcomesOf(
  db: Queries,
  clientId: ClientId,
  on: OutcomeKind,
  { from, to }: { from: Instant; to: Instant },
): Promise<OutcomeSeen[]> {
  const { rows } = await db.execute<{ person: string; at: string; worth: string | null }>(
    sql`select person, at::text as at, worth::text as worth from (${happened(clientId, on)}) as happened
      where at >= ${from.toString()}::timestamptz and at < ${to.toString()}::timestamptz order by at`,
  );
  return rows.map(({ person, at, worth }) => ({
    person,
    at: momentOf(at),
    worth: worth === null ? null : (Number(worth) as Cents),
  }));
}

/** When an outcome of a kind was seen last, since a moment; null where it never was. */
export async function lastOutcome(
  db: Queries,
  clientId: ClientId,
  on: OutcomeKind,
  since: Instant,
): Promise<Instant | null> {
  const { rows } = await db.execute<{ at: string | null }>(
    sql`select max(at)::text as at from (${happened(clientId, on)}) as happened where at >= ${since.toString()}::timestamptz`,
  );
  const at = rows[0]?.at;
  return at ? momentOf(at) : null;
}

function happened(clientId: ClientId, on: OutcomeKind): SQL {
  const ofPeople = (rows: SQL, at: SQL) => sql`
    select p.id::text as person, ${at} as at, p.value as worth from ${rows}
    where p.client_id = ${clientId} and p.removed_at is null`;
  const booked = (calendar: string | null, state: SQL, at: SQL) =>
    sql`${ofPeople(sql`${bookings} as b join ${people} as p on p.id = b.person_id`, at)}
      and ${state}${calendar ? sql` and b.calendar_id = ${calendar}` : sql``}`;
  const seen = (what: SQL) =>
    sql`select visitor_id as person, at, null::bigint as worth from ${visitEvents} as e where e.client_id = ${clientId} and ${what}`;
  switch (on.kind) {
    case 'lead':
      return sql`${ofPeople(sql`${submissions} as s join ${people} as p on p.id = s.person_id`, sql`s.received_at`)}
        ${on.form ? sql`and s.form_id = ${on.form}` : sql``}`;
    case 'booked':
      return booked(on.calendar, sql`b.state <> 'cancelled'`, sql`b.made_at`);
    case 'came':
      return booked(on.calendar, sql`b.state = 'came'`, sql`b.starts_at`);
    case 'stage':
      return sql`${ofPeople(sql`${people} as p`, sql`p.stage_at`)} and p.stage_id = ${on.stage}`;
    case 'call':
      return seen(sql`e.kind = 'press' and e.target like 'tel:%'`);
    case 'page':
      return seen(sql`e.kind = 'view' and e.page_id = ${on.page}`);
    case 'video':
      return seen(
        sql`e.kind = 'watch' and e.page_id = ${on.page} and e.target = ${on.part} and e.share = ${on.share}`,
      );
    case 'file':
      return seen(sql`e.kind = 'fetch'${on.file ? sql` and e.target = ${on.file}` : sql``}`);
    case 'redeemed':
      return sql`${ofPeople(sql`${vouchers} as v join ${people} as p on p.id = v.person_id`, sql`v.redeemed_at`)}
        and v.redeemed_at is not null${on.pool ? sql` and v.pool_id = ${on.pool}` : sql``}`;
  }
}

/** The visits of those who did something, since a moment: by all browsers from which they have written, or by the one that is known. */
export async function touchesOf(
  db: Queries,
  clientId: ClientId,
  outcomes: readonly OutcomeSeen[],
  on: OutcomeKind,
  since: Instant,
): Promise<TouchSeen[]> {
  const who = [...new Set(outcomes.map(({ person }) => person))];
  if (who.length === 0) return [];
  const views = sql`e.client_id = ${clientId} and e.kind = 'view' and e.kind <> 'section' and e.at >= ${since.toString()}::timestamptz`;
  const rows = doneOnPages.has(on.kind)
    ? sql`select e.visitor_id as person, e.at, e.source, e.origin from ${visitEvents} as e
          where ${views} and ${isAnyKey(sql`e.visitor_id`, who)}`
    : sql`select b.person_id::text as person, e.at, e.source, e.origin
          from ${personVisitors} as b join ${visitEvents} as e on e.visitor_id = b.visitor_id
          where ${views} and b.client_id = ${clientId} and ${isAnyKey(sql`b.person_id::text`, who)}`;
  const found = await db.execute<{ person: string; at: string; source: string; origin: Origin }>(
    sql`select person, at::text as at, source, origin from (${rows}) as touches`,
  );
  return found.rows.map(({ at, origin, ...touch }) => ({
    ...touch,
    origin,
    at: momentOf(at),
    isPaid: isPaidVisit(origin),
  }));
}

/** As the database writes a moment: `2026-11-05 14:12:00+00`. */
const momentOf = (text: string): Instant => Temporal.Instant.from(text.replace(' ', 'T'));
