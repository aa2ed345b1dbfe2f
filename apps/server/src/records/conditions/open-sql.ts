import type { Facts as ClientFacts } from '@plumgate/core/clients';
import { minuteOf } from '@plumgate/core/opening';
import { sql, type SQL } from 'drizzle-orm';

/** Whether a client is open at a moment of a row, by the wall of their zone and not on days off: `isOpen` as a query. */
export function openSql(
  at: SQL,
  { week, closed, zone }: Pick<ClientFacts, 'week' | 'closed' | 'zone'>,
): SQL {
  const wall = sql`(${at} at time zone ${zone})`;
  const minute = sql`(extract(hour from ${wall}) * 60 + extract(minute from ${wall}))`;
  const spans = week.flatMap((day, index) =>
    day.map(
      ({ from, to }) =>
        sql`(extract(isodow from ${wall}) = ${index + 1}::int and ${minute} >= ${minuteOf(from)}::int and ${minute} < ${minuteOf(to)}::int)`,
    ),
  );
  const off = closed.map(
    ({ from, to }) => sql`${wall}::date between ${from}::date and ${to}::date`,
  );
  const isIn = spans.length > 0 ? sql`(${sql.join(spans, sql` or `)})` : sql`false`;
  return off.length > 0 ? sql`(${isIn} and not (${sql.join(off, sql` or `)}))` : isIn;
}
