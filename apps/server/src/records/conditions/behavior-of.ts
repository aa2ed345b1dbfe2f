import type { ClientId, FormId, Instant, PageId, PersonId } from '@plumgate/core/basics';
import { leftAfterMinutes, type PageBehavior, type WatchedShare } from '@plumgate/core/conditions';
import { sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { submissions } from '../intake/table.ts';
import { personVisitors } from '../people/visitors.table.ts';
import { visitEvents } from '../results/table.ts';

/** Of an event `v`: the part of the page that it is about; all phone numbers are one. */
export const partSql = sql`(case when v.target like 'tel:%' then 'phone' else v.target end)`;

/** What each of them did on a client's pages, with the browsers that they have written from. */
export const behaviorOf = (
  db: Queries,
  clientId: ClientId,
  ids: readonly PersonId[],
  now: Instant,
): Promise<Map<PersonId, PageBehavior[]>> =>
  behaviorWith(
    db,
    clientId,
    sql`select person_id, visitor_id from ${personVisitors} where person_id = any(${sql.param(ids)}::uuid[])`,
    now,
  );

/** What somebody did who writes just now: with the browser that they write from too, which nobody knew as theirs. */
export async function behaviorWithBrowser(
  db: Queries,
  clientId: ClientId,
  { person, visitorId }: { person: PersonId; visitorId: string },
  now: Instant,
): Promise<PageBehavior[]> {
  const browsers = sql`
    select person_id, visitor_id from ${personVisitors} where person_id = ${person}
    union select ${person}::uuid, ${visitorId}::text`;
  return (await behaviorWith(db, clientId, browsers, now)).get(person) ?? [];
}

async function behaviorWith(
  db: Queries,
  clientId: ClientId,
  browsers: SQL,
  now: Instant,
): Promise<Map<PersonId, PageBehavior[]>> {
  const { rows } = await db.execute<Row>(sql`
    select w.person_id as person, v.kind, v.page_id as page, ${partSql} as part, v.form_id as form, max(v.share) as share
    from (${browsers}) as w inner join ${visitEvents} as v on v.client_id = ${clientId} and v.visitor_id = w.visitor_id
    where v.kind in ('view', 'press', 'watch') or (v.kind = 'begin' and ${isLeftSql(now, sql`w.person_id`)})
    group by 1, 2, 3, 4, 5`);
  const found = new Map<PersonId, PageBehavior[]>();
  for (const row of rows) found.set(row.person, [...(found.get(row.person) ?? []), readRow(row)]);
  return found;
}

/** Of an event `v`, that it began a form long enough ago and that the person has not sent it since. */
export const isLeftSql = (now: Instant, person: SQL): SQL =>
  sql`(v.form_id is not null and v.at <= ${now.subtract({ minutes: leftAfterMinutes }).toString()}::timestamptz and not exists (
    select from ${submissions} as sent where sent.person_id = ${person} and sent.form_id = v.form_id and sent.received_at >= v.at))`;

type Row = { person: PersonId } & (
  | { kind: 'view'; page: PageId }
  | { kind: 'press'; page: PageId; part: string }
  | { kind: 'watch'; page: PageId; part: string; share: WatchedShare }
  | { kind: 'begin'; form: FormId }
);

function readRow(row: Row): PageBehavior {
  if (row.kind === 'view') return { did: 'saw', page: row.page };
  if (row.kind === 'press') return { did: 'pressed', page: row.page, part: row.part };
  if (row.kind === 'begin') return { did: 'left', form: row.form };
  return { did: 'watched', page: row.page, part: row.part, share: row.share };
}
