import type { ClientId, Instant, PageId } from '@plumgate/core/basics';
import { localDay } from '@plumgate/core/basics';
import { countedHour, type Origin } from '@plumgate/core/results';
import { sql } from 'drizzle-orm';
import { insertMany } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { pageDays, pageHours, pageVisitors } from '../../records/results/table.ts';
import { splitTestVisitors } from '../../records/split-tests/table.ts';
import type { VisitEvent } from './visit-events.ts';

/** Adds views of pages to the roll-ups. */
export async function countVisits(tx: Queries, batch: readonly VisitEvent[]): Promise<void> {
  if (batch.length === 0) return;
  const first = new Map<string, VisitEvent>();
  for (const visit of batch) {
    const key = `${visit.pageId} ${visit.visitorId}`;
    if (!first.has(key)) first.set(key, visit);
  }
  // In one order for all, so that two processes never wait for each other in a ring.
  const inOrder = [...first.entries()].sort(([a], [b]) => (a < b ? -1 : 1));
  const newcomers = insertMany(
    pageVisitors,
    inOrder.map(([, visit]) => ({
      ...pick(visit),
      visitorId: visit.visitorId,
      day: dayOf(visit),
      hour: hourOf(visit),
    })),
    sql` on conflict do nothing returning page_id, day, source, device, campaign, hour`,
  );
  // Counted where they are written: thousands of rows that come back one by one keep visitors waiting.
  const { rows: fresh } = await tx.execute<Newcomers>(sql`
    with newcomers as (${newcomers.getSQL()})
    select page_id as "pageId", day::text, source, device, campaign, hour, count(*)::int as visitors
    from newcomers group by page_id, day, source, device, campaign, hour`);
  const visitors = new Map<string, number>();
  for (const row of fresh) visitors.set(keyOf(row), (visitors.get(keyOf(row)) ?? 0) + row.visitors);
  const rows = new Map<string, typeof pageDays.$inferInsert>();
  for (const visit of batch) {
    const counted = { ...pick(visit), day: dayOf(visit) };
    const key = keyOf(counted);
    const row = rows.get(key) ?? {
      ...counted,
      views: 0,
      visitors: visitors.get(key) ?? 0,
      leads: 0,
    };
    row.views += 1;
    rows.set(key, row);
  }
  await addToDays(tx, [...rows.values()]);
  await addToHours(tx, fresh, batch);
  await noteVariations(tx, batch);
}

/** What each visitor of a split test saw first. */
async function noteVariations(tx: Queries, batch: readonly VisitEvent[]): Promise<void> {
  const first = new Map<string, typeof splitTestVisitors.$inferInsert>();
  for (const { variation, clientId, visitorId, at } of batch) {
    if (!variation) continue;
    const key = `${variation.testId} ${visitorId}`;
    if (!first.has(key)) first.set(key, { ...variation, clientId, visitorId, at });
  }
  if (first.size === 0) return;
  // In one order for all, as above.
  const inOrder = [...first.entries()].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, row]) => row);
  await tx.execute(insertMany(splitTestVisitors, inOrder, sql` on conflict do nothing`).getSQL());
}

/** Where visits are counted together. */
interface Place {
  pageId: PageId;
  day: string;
  source: string;
  device: string;
  campaign?: string;
}
interface Newcomers extends Place, Record<string, unknown> {
  visitors: number;
  hour: string;
}
const keyOf = ({ pageId, day, source, device, campaign = '' }: Place) =>
  [pageId, day, source, device, campaign].join(' ');

const mostKept = 1000;
/** Keeps what belongs to a minute in a zone: thousands of visits a second share a few of them. */
function keptByMinute<Of>(work: (at: Instant, zone: string) => Of) {
  const kept = new Map<string, Of>();
  return ({ at, zone }: Pick<VisitEvent, 'at' | 'zone'>): Of => {
    const key = `${zone} ${Math.floor(at.epochMilliseconds / 60_000)}`;
    const known = kept.get(key);
    if (known !== undefined) return known;
    if (kept.size >= mostKept) kept.clear();
    const made = work(at, zone);
    kept.set(key, made);
    return made;
  };
}

// No zone changes its day, or how far it is from UTC, within a minute.
export const dayOf = keptByMinute(localDay);
const hourOf = keptByMinute(countedHour);

const pick = ({ clientId, pageId, source, device, origin }: VisitEvent) => ({
  clientId,
  pageId,
  source,
  device,
  campaign: campaignOf(origin),
});

/** The campaign that an address named; empty for none. */
export const campaignOf = ({ campaign }: Origin): string => campaign ?? '';

/** Adds newcomers to the hours in which they came. Days come before hours everywhere, so that two writers never wait for each other in a ring. */
async function addToHours(
  tx: Queries,
  newcomers: readonly Newcomers[],
  batch: readonly VisitEvent[],
): Promise<void> {
  if (newcomers.length === 0) return;
  const owners = new Map(batch.map(({ pageId, clientId }) => [pageId, clientId]));
  const rows = new Map<
    string,
    { page: PageId; client: ClientId; hour: string; visitors: number }
  >();
  for (const { pageId, hour, visitors } of newcomers) {
    const key = `${pageId} ${hour}`;
    const row = rows.get(key) ?? {
      ...{ page: pageId, client: owners.get(pageId)!, hour, visitors: 0 },
    };
    row.visitors += visitors;
    rows.set(key, row);
  }
  await tx.execute(sql`
    insert into ${pageHours} (client_id, page_id, hour, visitors, converted, leads)
    select client, page, hour, visitors, 0, 0
    from jsonb_to_recordset(${JSON.stringify([...rows.values()])}::jsonb)
      as rows (client uuid, page uuid, hour timestamptz, visitors int)
    order by page, hour
    on conflict (page_id, hour) do update set visitors = page_hours.visitors + excluded.visitors`);
}

/** Adds counts to the roll-up: a write to be sent. Rows are taken in one order, so that two writers never wait for each other in a ring. */
export function addToDays(tx: Queries, rows: (typeof pageDays.$inferInsert)[]) {
  return tx
    .insert(pageDays)
    .values(rows.toSorted((a, b) => (keyOf(a as Place) < keyOf(b as Place) ? -1 : 1)))
    .onConflictDoUpdate({
      target: [pageDays.pageId, pageDays.day, pageDays.source, pageDays.device, pageDays.campaign],
      set: {
        views: sql`${pageDays.views} + excluded.views`,
        visitors: sql`${pageDays.visitors} + excluded.visitors`,
        leads: sql`${pageDays.leads} + excluded.leads`,
        newLeads: sql`${pageDays.newLeads} + excluded.new_leads`,
        converted: sql`${pageDays.converted} + excluded.converted`,
      },
    });
}
