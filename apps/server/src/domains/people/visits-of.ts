import type { TimelineEntry } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { phonePart, watchedWords, type WatchedShare } from '@plumgate/core/conditions';
import { sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { partSql } from '../../records/conditions/behavior-of.ts';
import { partNameSql } from '../../records/pages/page-parts.ts';
import { pages } from '../../records/pages/table.ts';
import { personVisitors } from '../../records/people/visitors.table.ts';
import { visitEvents } from '../../records/results/table.ts';

const mostShown = 100;

type Line = Record<'at' | 'page' | 'source', string> & {
  kind: 'view' | 'press' | 'watch';
  /** What was pressed or watched, and its name; null where it is not on the page any more. */
  part: string | null;
  name: string | null;
  share: WatchedShare | null;
  count: number;
};

/**
 * What somebody did on pages with the browsers they have written from, before they were known too: a line for each page
 * and day of the client's, and for each thing they pressed or watched, the newest first.
 */
export async function visitsOf(
  db: Queries,
  { id, clientId, zone }: { id: PersonId; clientId: ClientId; zone: string },
): Promise<TimelineEntry[]> {
  const { rows } = await db.execute<Line>(sql`
    select to_char(max(v.at) at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as at, p.name as page,
      (array_agg(v.source order by v.at))[1] as source, count(*)::int as count,
      v.kind, ${partSql} as part, ${partNameSql(sql`p.draft`, sql`min(v.target)`)} as name, max(v.share) as share
    from ${visitEvents} as v inner join ${pages} as p on p.id = v.page_id
    where v.client_id = ${clientId} and v.kind in ('view', 'press', 'watch') and v.visitor_id in (
      select visitor_id from ${personVisitors} as w where w.person_id = ${id})
    group by p.id, p.name, p.draft, v.kind, ${partSql}, (v.at at time zone ${zone})::date
    order by max(v.at) desc limit ${mostShown}`);
  return rows.map((line) => ({
    ...{ at: line.at, kind: 'visit', answers: [] },
    text: lineWords(line),
    note: line.kind === 'view' ? `from ${line.source}` : '',
  }));
}

function lineWords({ kind, page, part, name, share, count }: Line): string {
  const on = `on “${page}”`;
  const times = count > 1 && kind !== 'watch' ? ` ${count} times` : '';
  if (kind === 'view') return `Looked at “${page}”${times}`;
  if (kind === 'press' && part === phonePart) return `Pressed a phone number ${on}${times}`;
  if (kind === 'press') return `Pressed ${name ? `“${name}”` : 'a button'} ${on}${times}`;
  const watched = watchedWords[share ?? 0];
  return `${watched[0]!.toUpperCase()}${watched.slice(1)} ${name ? `“${name}”` : 'a video'} ${on}`;
}
