import type { Instant } from '@plumgate/core/basics';
import { sql, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import type { Queries } from '../../platform/database/database.ts';
import { peopleChanged } from '../../records/people/people-index.table.ts';
import { personVisitors } from '../../records/people/visitors.table.ts';

/** What visitors do is kept in a table for each month (UTC), so that a month that is over goes in one piece and leaves no gaps. */
const tableOf = (month: string): string => `visit_events_${month.replace('-', '_')}`;
const monthOf = (at: Instant): string => at.toString().slice(0, 7);

/** Makes the tables of some moments' months where there are none. */
export async function makeMonths(tx: Queries, moments: readonly Instant[]): Promise<void> {
  const months = [...new Set(moments.map(monthOf))];
  const { rows } = await tx.execute<{ month: string }>(
    sql`select month from ${asRows(months)} where to_regclass('visit_events_' || replace(month, '-', '_')) is null`,
  );
  if (rows.length === 0) return;
  // One process at a time: "if not exists" alone still fails where two make the same table at once.
  await tx.execute(sql`select pg_advisory_xact_lock(hashtext('months of visits'))`);
  for (const { month } of rows) {
    const first = Temporal.PlainYearMonth.from(month);
    const [from, to] = [first, first.add({ months: 1 })].map(
      (one) => `${one.toString()}-01 00:00Z`,
    );
    await tx.execute(
      sql`create table if not exists ${sql.identifier(tableOf(month))} partition of visit_events for values from (${literal(from!)}) to (${literal(to!)})`,
    );
  }
}

/** Throws away the months that had ended before a moment's. */
export async function dropMonths(tx: Queries, before: Instant): Promise<void> {
  const { rows } = await tx.execute<{ name: string }>(sql`
    select c.relname as name from pg_inherits as i join pg_class as c on c.oid = i.inhrelid
    where i.inhparent = 'visit_events'::regclass and c.relname < ${tableOf(monthOf(before))}`);
  for (const { name } of rows) {
    // As a trigger does for rows that are deleted one by one: lists ask for what people have done.
    await tx.execute(sql`
      insert into ${peopleChanged} (client_id, person_id)
      select distinct w.client_id, w.person_id from ${sql.identifier(name)} as v
      join ${personVisitors} as w on w.client_id = v.client_id and w.visitor_id = v.visitor_id
      where v.kind in ('view', 'press', 'watch')`);
    await tx.execute(sql`drop table ${sql.identifier(name)}`);
  }
}

const asRows = (months: readonly string[]): SQL =>
  sql`unnest(${sql.param(months)}::text[]) as given (month)`;
/** Bounds of a table take no parameter; these are made of digits. */
const literal = (text: string): SQL => sql.raw(`'${text}'`);
