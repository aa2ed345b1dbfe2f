import type { ClientId, FunnelId, Instant, PageId } from '@plumgate/core/basics';
import { sql, type SQL } from 'drizzle-orm';
import type { Write } from '../../platform/database/one-trip.ts';
import { pages } from '../../records/pages/table.ts';
import { pageDays, pageHours, pageVisitors } from '../../records/results/table.ts';

/** A form that was sent, as counts see it. */
export interface CountedLead {
  clientId: ClientId;
  pageId: PageId;
  funnelId: FunnelId;
  day: string;
  /** The beginning of the hour that it is counted in (`countedHour`). */
  hour: Instant;
  source: string;
  device: 'phone' | 'wide';
  /** The campaign that the visitor came by; empty for none. */
  campaign: string;
  /** The browser's own number; empty where it brought none along. */
  visitorId: string;
  /** Whether the person had not written on the page before, and nowhere in the funnel. */
  isFirst: { onPage: boolean; inFunnel: boolean };
}

/**
 * Counts a lead: on the day it came, and for rates on the days on which its visitor first saw the pages of the funnel that
 * they have seen until now. The rate of the visitors first seen in a period and of *their* leads is never above 100%: a
 * browser that kept no cookie is a visitor whose lead can't be told and counts as none, and a second form changes nothing.
 */
export function countLead(lead: CountedLead): Write {
  // Without a number of its own there is no visitor to mark, and nothing to look for.
  const isVisitor = lead.visitorId !== '';
  const marked = isVisitor ? sql`became_leads as (${becomeLeads(lead)}), ` : sql``;
  return {
    before: sql`${marked}counted_days as (${countDays(lead, isVisitor)})`,
    getSQL: () => countHours(lead, isVisitor),
  };
}

const newLeads = ({ isFirst }: CountedLead): number => (isFirst.onPage && isFirst.inFunnel ? 1 : 0);

function countDays(lead: CountedLead, isVisitor: boolean): SQL {
  const { clientId, pageId, day, source, device, campaign, isFirst } = lead;
  const came = sql`select ${clientId}::uuid, ${pageId}::uuid, ${day}::date, ${source}::text, ${device}::text, ${campaign}::text, ${isFirst.onPage ? 1 : 0}::int, ${newLeads(lead)}::int, 0`;
  const counted = isVisitor
    ? sql`${came} union all select client_id, page_id, day, source, device, campaign, 0, 0, 1 from became_leads`
    : came;
  return sql`
    insert into ${pageDays} (client_id, page_id, day, source, device, campaign, views, visitors, leads, new_leads, converted)
    select client_id, page_id, day, source, device, campaign, 0, 0, sum(leads), sum(new_leads), sum(converted)
    from (${counted}) as counted (client_id, page_id, day, source, device, campaign, leads, new_leads, converted)
    group by 1, 2, 3, 4, 5, 6
    having sum(leads) + sum(converted) > 0
    -- In one order for all, so that two writers never wait for each other in a ring.
    order by concat_ws(' ', page_id, day, source, device, campaign) collate "C"
    on conflict (page_id, day, source, device, campaign) do update set
      leads = page_days.leads + excluded.leads,
      new_leads = page_days.new_leads + excluded.new_leads,
      converted = page_days.converted + excluded.converted
    returning 1`;
}

/** The hours come when the days have been written, as everywhere, so that two writers never wait for each other in a ring. */
function countHours(lead: CountedLead, isVisitor: boolean): SQL {
  const { clientId, pageId, hour } = lead;
  const came = sql`select ${clientId}::uuid, ${pageId}::uuid, ${hour.toString()}::timestamptz, 0, ${newLeads(lead)}::int`;
  const counted = isVisitor
    ? sql`${came} union all select client_id, page_id, hour, 1, 0 from became_leads where hour is not null`
    : came;
  return sql`
    insert into ${pageHours} (client_id, page_id, hour, visitors, converted, leads)
    select client_id, page_id, hour, 0, sum(converted), sum(leads)
    from (${counted}) as counted (client_id, page_id, hour, converted, leads)
    where (select count(*) from counted_days) >= 0
    group by 1, 2, 3
    having sum(converted) + sum(leads) > 0
    order by page_id, hour
    on conflict (page_id, hour) do update set
      converted = page_hours.converted + excluded.converted,
      leads = page_hours.leads + excluded.leads`;
}

function becomeLeads({ visitorId, funnelId }: CountedLead): SQL {
  const seen = sql`
    select page_id, visitor_id from ${pageVisitors}
    where visitor_id = ${visitorId} and not is_lead
      and page_id in (select id from ${pages} where funnel_id = ${funnelId})
    order by page_id for update`;
  return sql`
    update ${pageVisitors} set is_lead = true
    where (page_id, visitor_id) in (${seen})
    returning client_id, page_id, day, source, device, campaign, hour`;
}
