import { Injectable } from '@nestjs/common';
import type { ClientId, Instant, PageId } from '@plumgate/core/basics';
import type { Period } from '@plumgate/core/results';
import { and, between, desc, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { pageDays, sectionDays } from '../../records/results/table.ts';
import { clients } from '../../records/clients/table.ts';
import { ofActiveClients } from '../../records/clients/active-clients.ts';
import { seenBy, type Sees } from '../../records/accounts/users-of.ts';

/** Of whom counts are: of all, or of those from a source or with a kind of device. */
export interface CountedBy {
  source?: string | undefined;
  device?: 'phone' | 'wide' | undefined;
}

export interface PageCounts {
  visitors: number;
  phoneVisitors: number;
  /** People who sent a form of the page; and of them, those who had written nowhere in its funnel before. */
  leads: number;
  newLeads: number;
  /** Of the visitors, those who sent a form of the funnel. */
  converted: number;
}
export const noCounts: PageCounts = {
  visitors: 0,
  phoneVisitors: 0,
  leads: 0,
  newLeads: 0,
  converted: 0,
};

const total = (
  column:
    | typeof pageDays.visitors
    | typeof pageDays.leads
    | typeof pageDays.newLeads
    | typeof pageDays.converted,
) => sql<number>`coalesce(sum(${column}), 0)`.mapWith(Number);

/** Reads counts from the roll-up of days. */
@Injectable()
export class ResultsService {
  constructor(private readonly database: Database) {}

  /** The client with most new leads in 30 days of the calendar (UTC), or the only one that somebody sees; null while there are no leads. */
  async busiest(now: Instant, who: Sees): Promise<ClientId | null> {
    if (who.clientIds?.length === 1) {
      const [only] = await this.database.db
        .select({ id: clients.id })
        .from(clients)
        .where(and(seenBy(who, clients.id), isNull(clients.archivedAt)));
      return only?.id ?? null;
    }
    const since = now.toZonedDateTimeISO('UTC').toPlainDate().subtract({ days: 30 });
    const [row] = await this.database.db
      .select({ clientId: pageDays.clientId })
      .from(pageDays)
      .where(
        and(
          gt(pageDays.day, since.toString()),
          seenBy(who, pageDays.clientId),
          ofActiveClients(pageDays.clientId),
        ),
      )
      .groupBy(pageDays.clientId)
      .orderBy(desc(total(pageDays.newLeads)))
      .limit(1);
    return row?.clientId ?? null;
  }

  /** Counts by page over the last `days` local days, today included. */
  async byPage(
    clientId: ClientId,
    now: Instant,
    zone: string,
    days: number | null,
  ): Promise<Map<PageId, PageCounts>> {
    const rows = await this.database.db
      .select({
        pageId: pageDays.pageId,
        visitors: total(pageDays.visitors),
        phoneVisitors:
          sql<number>`coalesce(sum(${pageDays.visitors}) filter (where ${pageDays.device} = 'phone'), 0)`.mapWith(
            Number,
          ),
        leads: total(pageDays.leads),
        newLeads: total(pageDays.newLeads),
        converted: total(pageDays.converted),
      })
      .from(pageDays)
      .where(
        and(
          eq(pageDays.clientId, clientId),
          days === null ? undefined : gt(pageDays.day, daysBefore(now, zone, days)),
        ),
      )
      .groupBy(pageDays.pageId);
    return new Map(rows.map(({ pageId, ...counts }) => [pageId, counts]));
  }

  /** First-time visitors of some pages between two local days, by page: all, or those of a source or a kind of device. */
  async visitorsOf(
    pages: PageId[],
    { from, to }: Period,
    { source, device }: CountedBy = {},
  ): Promise<Map<PageId, number>> {
    if (pages.length === 0) return new Map();
    const rows = await this.database.db
      .select({ pageId: pageDays.pageId, visitors: total(pageDays.visitors) })
      .from(pageDays)
      .where(
        and(
          inArray(pageDays.pageId, pages),
          between(pageDays.day, from, to),
          source === undefined ? undefined : eq(pageDays.source, source),
          device === undefined ? undefined : eq(pageDays.device, device),
        ),
      )
      .groupBy(pageDays.pageId);
    return new Map(rows.map(({ pageId, visitors }) => [pageId, visitors]));
  }

  /** Where the first-time visitors of a page came from between two local days, most first. */
  async sourcesOf(page: PageId, { from, to }: Period): Promise<string[]> {
    const rows = await this.database.db
      .select({ source: pageDays.source })
      .from(pageDays)
      .where(and(eq(pageDays.pageId, page), between(pageDays.day, from, to)))
      .groupBy(pageDays.source)
      .having(sql`sum(${pageDays.visitors}) > 0`)
      .orderBy(desc(total(pageDays.visitors)), pageDays.source)
      .limit(200);
    return rows.map(({ source }) => source);
  }

  /** First-time visitors of the sections of some pages over the last `days` local days, by page and section. */
  async bySection(
    pages: PageId[],
    now: Instant,
    zone: string,
    days: number,
  ): Promise<{ pageId: PageId; section: string; visitors: number }[]> {
    if (pages.length === 0) return [];
    return this.database.db
      .select({
        pageId: sectionDays.pageId,
        section: sectionDays.section,
        visitors: sql<number>`coalesce(sum(${sectionDays.visitors}), 0)`.mapWith(Number),
      })
      .from(sectionDays)
      .where(
        and(inArray(sectionDays.pageId, pages), gt(sectionDays.day, daysBefore(now, zone, days))),
      )
      .groupBy(sectionDays.pageId, sectionDays.section);
  }

  /** First-time visitors of some pages by where they came from, most first. */
  async bySource(
    pages: PageId[],
    now: Instant,
    zone: string,
    days: number,
  ): Promise<{ source: string; visitors: number }[]> {
    if (pages.length === 0) return [];
    const rows = await this.database.db
      .select({ source: pageDays.source, visitors: total(pageDays.visitors) })
      .from(pageDays)
      .where(and(inArray(pageDays.pageId, pages), gt(pageDays.day, daysBefore(now, zone, days))))
      .groupBy(pageDays.source)
      .orderBy(desc(total(pageDays.visitors)), pageDays.source);
    return rows.filter((row) => row.visitors > 0);
  }
}

const daysBefore = (now: Instant, zone: string, days: number) =>
  now.toZonedDateTimeISO(zone).toPlainDate().subtract({ days }).toString();
