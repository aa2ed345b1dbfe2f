import type { ClientId, FunnelId, PageId } from '@plumgate/core/basics';
import type { TestMeasure } from '@plumgate/core/splittest';
import { sql, type SQL } from 'drizzle-orm';
import { bookings } from '../../records/booking/table.ts';
import { submissions } from '../../records/intake/table.ts';
import { pages } from '../../records/pages/table.ts';
import { personVisitors } from '../../records/people/visitors.table.ts';
import { visitEvents } from '../../records/results/table.ts';

/** Where somebody was counted, and what for. */
export interface Counting {
  clientId: ClientId;
  pageId: PageId;
  funnelId: FunnelId;
  measure: TestMeasure;
  /** What happened from this moment on counts no more; null while a test runs. */
  until: SQL | null;
}

/**
 * How many of some visitors did what decides, after they had come: a query of `key`, `visitors` and `successes`. It is
 * counted from what happened, so that an order of two writes can't lose one; each visitor counts once.
 *
 * @param seen a query of `key`, `visitor_id` and `at`, when they came
 */
export const successesOf = (seen: SQL, counting: Counting): SQL => sql`
  with seen as (${seen})
  select key, count(*)::int as visitors, (count(*) filter (where ${didIt[counting.measure](counting)}))::int as successes
  from seen group by key`;

const before = (moment: SQL, until: SQL | null): SQL =>
  until ? sql`${moment} <= ${until}` : sql`true`;

/** Whether a visitor who was seen did what decides. People are known by the browsers from which they have written. */
const didIt: Record<TestMeasure, (counting: Counting) => SQL> = {
  lead: ({ clientId, funnelId, until }) => sql`exists (
    select 1 from ${personVisitors} as b join ${submissions} as s on s.person_id = b.person_id
    where b.client_id = ${clientId} and b.visitor_id = seen.visitor_id and s.received_at >= seen.at
      and ${before(sql`s.received_at`, until)}
      and s.page_id in (select id from ${pages} where funnel_id = ${funnelId})
  )`,
  booked: ({ clientId, until }) => sql`exists (
    select 1 from ${personVisitors} as b join ${bookings} as k on k.person_id = b.person_id
    where b.client_id = ${clientId} and b.visitor_id = seen.visitor_id and k.made_at >= seen.at
      and ${before(sql`k.made_at`, until)} and k.state <> 'cancelled'
  )`,
  press: ({ clientId, pageId, until }) => sql`exists (
    select 1 from ${visitEvents} as e
    where e.client_id = ${clientId} and e.visitor_id = seen.visitor_id and e.kind = 'press' and e.kind <> 'section'
      and e.page_id = ${pageId} and e.at >= seen.at and ${before(sql`e.at`, until)}
  )`,
  next: ({ clientId, pageId, funnelId, until }) => sql`exists (
    select 1 from ${visitEvents} as e
    where e.client_id = ${clientId} and e.visitor_id = seen.visitor_id and e.kind = 'view' and e.kind <> 'section'
      and e.page_id <> ${pageId} and e.page_id in (select id from ${pages} where funnel_id = ${funnelId})
      and e.at >= seen.at and ${before(sql`e.at`, until)}
  )`,
};
