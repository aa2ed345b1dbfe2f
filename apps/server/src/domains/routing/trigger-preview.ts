import type { RulePreviewView } from '@plumgate/contract';
import type { Instant, PersonId } from '@plumgate/core/basics';
import { type Conditions } from '@plumgate/core/conditions';
import { fullName } from '@plumgate/core/people';
import type { RuleTrigger } from '@plumgate/core/routing';
import { sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { calendars } from '../../records/booking/table.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import { isLeftSql, partSql } from '../../records/conditions/behavior-of.ts';
import { conditionsSql } from '../../records/conditions/conditions-sql.ts';
import { openSql } from '../../records/conditions/open-sql.ts';
import { people, timeline } from '../../records/people/table.ts';
import { personVisitors } from '../../records/people/visitors.table.ts';
import { visitEvents } from '../../records/results/table.ts';

/** The people who have done what a trigger waits for since a moment, and those of them that the conditions name by now. */
export async function previewTrigger(
  db: Queries,
  client: Pick<ClientRow, 'id' | 'facts'>,
  { trigger, conditions }: { trigger: RuleTrigger; conditions: Conditions },
  { since, now, mostShown }: { since: Instant; now: Instant; mostShown: number },
): Promise<Pick<RulePreviewView, 'leads' | 'matched' | 'people'>> {
  const { zone, currency } = client.facts;
  const isOpen = openSql(sql`done.at`, client.facts);
  const isMatched = conditionsSql(conditions, {
    ...{ now, zone, currency, isOpen },
    submissions: 'all',
  });
  const { rows } = await db.execute<{
    id: PersonId;
    firstName: string;
    lastName: string;
    email: string;
    at: string;
    isMatched: boolean;
  }>(sql`
    select people.id, people.first_name as "firstName", people.last_name as "lastName", people.email, ${isMatched} as "isMatched",
      to_char(done.at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as at
    from (select person_id, max(at) as at from (${doneSql(client, trigger, since, now)}) as each group by person_id) as done
      inner join ${people} on people.id = done.person_id
    where people.removed_at is null order by done.at desc`);
  const matched = rows.filter((row) => row.isMatched);
  return {
    leads: rows.length,
    matched: matched.length,
    people: matched.slice(0, mostShown).map(({ id, at, ...row }) => ({
      ...{ id, at, page: '' },
      name: fullName(row) || row.email,
    })),
  };
}

/** Who has done it when, each time: `person_id` and `at`. */
function doneSql(
  { id: clientId }: Pick<ClientRow, 'id'>,
  trigger: RuleTrigger,
  since: Instant,
  now: Instant,
): SQL {
  const from = sql`${since.toString()}::timestamptz`;
  const event = eventSql(trigger, now);
  if (event)
    return sql`select w.person_id, v.at from ${visitEvents} as v
      inner join ${personVisitors} as w on w.client_id = v.client_id and w.visitor_id = v.visitor_id
      where v.client_id = ${clientId} and v.at >= ${from} and ${event}`;
  const calendar = 'calendar' in trigger ? trigger.calendar : null;
  // A record names the calendar as it was called then.
  const inCalendar =
    calendar === null
      ? sql``
      : sql` and t.fact->>'calendar' = (select c.content->>'name' from ${calendars} as c where c.id = ${calendar})`;
  return sql`select t.person_id, t.at from ${timeline} as t
    where t.client_id = ${clientId} and t.at >= ${from} and t.fact->>'kind' = ${trigger.kind}${inCalendar}`;
}

/** Of an event `v` of a visit, that it is what a trigger waits for; null where it waits for a booking. */
function eventSql(trigger: RuleTrigger, now: Instant): SQL | null {
  switch (trigger.kind) {
    case 'saw':
      return sql`v.kind = 'view' and v.page_id = ${trigger.page}`;
    case 'pressed':
      return sql`v.kind = 'press' and v.page_id = ${trigger.page} and ${partSql} = ${trigger.part}`;
    case 'watched':
      return sql`v.kind = 'watch' and v.page_id = ${trigger.page} and v.target = ${trigger.part} and v.share = ${trigger.share}::int`;
    case 'left':
      return sql`v.kind = 'begin' and v.form_id = ${trigger.form} and ${isLeftSql(now, sql`w.person_id`)}`;
    default:
      return null;
  }
}
