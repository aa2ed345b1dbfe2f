import type { TimelineEntry } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { pages } from '../../records/pages/table.ts';
import { partsOf } from '../../records/people/parts-of.ts';
import { personVisitors } from '../../records/people/visitors.table.ts';
import { visitEvents } from '../../records/results/table.ts';

const mostShown = 100;

/**
 * The pages that somebody looked at with the browsers they have written from, before they were known too: a line for each
 * page and day of the client's, the newest first.
 */
export async function visitsOf(
  db: Queries,
  { id, clientId, zone }: { id: PersonId; clientId: ClientId; zone: string },
): Promise<TimelineEntry[]> {
  const { rows } = await db.execute<{
    at: string;
    page: string;
    source: string;
    count: number;
  }>(sql`
    select to_char(max(v.at) at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as at, p.name as page,
      (array_agg(v.source order by v.at))[1] as source, count(*)::int as count
    from ${visitEvents} as v inner join ${pages} as p on p.id = v.page_id
    where v.client_id = ${clientId} and v.kind = 'view' and v.visitor_id in (
      select visitor_id from ${personVisitors} as w where w.person_id = ${id} or w.person_id in (${partsOf(id)}))
    group by p.id, p.name, (v.at at time zone ${zone})::date
    order by max(v.at) desc limit ${mostShown}`);
  return rows.map(({ at, page, source, count }) => ({
    ...{ at, kind: 'visit', answers: [] },
    text: `Looked at “${page}”${count > 1 ? ` ${count} times` : ''}`,
    note: `from ${source}`,
  }));
}
