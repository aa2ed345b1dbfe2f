import { Injectable } from '@nestjs/common';
import {
  isPartOfPeople,
  type ResultFigures,
  type ResultPart,
  type ResultRow,
} from '@plumgate/contract';
import { unitsText, type Cents, type ClientId } from '@plumgate/core/basics';
import type { Facts } from '@plumgate/core/clients';
import {
  addCounts,
  noResults,
  rateOf,
  type Period,
  type ResultCounts,
} from '@plumgate/core/results';
import { and, between, eq, sql, type SQL } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { csvOf } from '../../platform/http/csv.ts';
import { users } from '../../records/accounts/table.ts';
import { forms } from '../../records/forms/table.ts';
import { bookings } from '../../records/booking/table.ts';
import { clients } from '../../records/clients/table.ts';
import { submissions } from '../../records/intake/table.ts';
import { firstSteps } from '../../records/pages/first-steps.ts';
import { pages } from '../../records/pages/table.ts';
import { stages } from '../../records/people/stages.table.ts';
import { people } from '../../records/people/table.ts';
import { personVisitors } from '../../records/people/visitors.table.ts';
import { adSpend } from '../../records/results/spend.table.ts';
import { pageDays, pageHours, pageVisitors } from '../../records/results/table.ts';
import {
  splitTests,
  splitTestVariations,
  splitTestVisitors,
} from '../../records/split-tests/table.ts';

type Counted = Record<Exclude<keyof ResultCounts, 'value'>, number> & { value: string };
type KeyedRow = Counted & { key: string | null; label: string | null };

/** What a client's pages brought: visits from the roll-up of days, bookings and won people as they are now. */
@Injectable()
export class ClientResultsService {
  constructor(private readonly database: Database) {}

  /**
   * The results of a period of the client's own calendar, taken apart, most visitors first (days in their order), and all of
   * them together. A booking and a won person belong to where their person first came from and first wrote.
   */
  async of(
    clientId: ClientId,
    period: Period,
    by: ResultPart,
  ): Promise<{ rows: ResultRow[]; total: ResultFigures }> {
    const { zone } = await this.facts(clientId);
    const partsBy = async (part: ResultPart) => {
      const query =
        part === 'variation'
          ? variationsQuery(clientId, zone, period)
          : partsQuery(clientId, zone, period, part);
      const { rows } = await this.database.db.execute<KeyedRow>(query);
      return rows.map((row) => ({ ...countsOf(row), key: row.key ?? '', label: row.label }));
    };
    const counts = await partsBy(by);
    // Pages count whoever saw them: together they would count somebody once for each step. Few visitors are in a test.
    const whole =
      by === 'page' || by === 'variation' || isPartOfPeople(by) ? await partsBy('day') : counts;
    const costs = await this.costsBy(clientId, period, by);
    const parts = new Map<string, ResultRow>(
      counts.map(({ key, label, ...of }) => [
        key,
        {
          ...{ key, label: label ?? unknown[by] },
          ...figures(of),
          cost: costs && (costs.get(key) ?? 0),
        },
      ]),
    );
    // What cost something and brought nobody is a part, too.
    for (const [key, cost] of costs ?? [])
      if (!parts.has(key))
        parts.set(key, { key, label: key || unknown[by], ...figures(noResults), cost });
    const rows = [...parts.values()];
    if (by === 'day') rows.sort((a, b) => (a.key < b.key ? -1 : 1));
    return {
      rows,
      total: {
        ...figures(whole.reduce(addCounts, noResults)),
        cost: await this.cost(clientId, period),
      },
    };
  }

  /** The same as a file of rows, money in units of the client's currency. */
  async csv(clientId: ClientId, period: Period, by: ResultPart): Promise<string> {
    const { currency } = await this.facts(clientId);
    const money = (amount: number | null) =>
      amount === null ? '' : unitsText({ amount, currency });
    const { rows, total } = await this.of(clientId, period, by);
    const share = (value: number | null) => value?.toFixed(4) ?? '';
    const cells = (label: string, { rate, ...row }: ResultFigures): string[] => [
      label,
      ...[row.visitors, row.leads, row.conversions].map(String),
      ...[rate.value, rate.low, rate.high].map(share),
      ...[row.bookings, row.came, row.won].map(String),
      money(row.value),
      money(row.cost),
    ];
    return csvOf([
      [by, ...csvHeadings, `Won value (${currency})`, `Cost (${currency})`],
      ...rows.map((row) => cells(row.label, row)),
      cells('Total', total),
    ]);
  }

  private async facts(clientId: ClientId): Promise<Facts> {
    const [client] = await this.database.db
      .select({ facts: clients.facts })
      .from(clients)
      .where(eq(clients.id, clientId));
    return client!.facts;
  }

  /** What was spent by part; null where spending is not written down by such parts. */
  private async costsBy(
    clientId: ClientId,
    { from, to }: Period,
    by: ResultPart,
  ): Promise<Map<string, number> | null> {
    const part = Object.hasOwn(costParts, by) ? costParts[by as keyof typeof costParts] : null;
    if (!part) return null;
    const rows = await this.database.db
      .select({ key: sql<string>`${part}::text`, cost: spent })
      .from(adSpend)
      .where(and(eq(adSpend.clientId, clientId), between(adSpend.day, from, to)))
      .groupBy(part);
    return new Map(rows.map(({ key, cost }) => [key, cost]));
  }

  private async cost(clientId: ClientId, { from, to }: Period): Promise<number> {
    const [row] = await this.database.db
      .select({ cost: spent })
      .from(adSpend)
      .where(and(eq(adSpend.clientId, clientId), between(adSpend.day, from, to)));
    return row!.cost;
  }
}

const csvHeadings = [
  ...['Visitors', 'Leads', 'Visitors who became leads', 'Rate', 'Rate from', 'Rate to'],
  ...['Booked', 'Came', 'Won'],
];

const spent = sql<number>`coalesce(sum(${adSpend.amount}), 0)`.mapWith(Number);

/** Whether a moment lies in a period of a zone's calendar. */
const withinOf =
  (zone: string, { from, to }: Period) =>
  (moment: SQL): SQL => sql`
    ${moment} >= (${from}::date)::timestamp at time zone ${zone}
    and ${moment} < (${to}::date + 1)::timestamp at time zone ${zone}`;

/** What the visitors did who first saw a variation of a split test in a period, after they had seen it. */
function variationsQuery(clientId: ClientId, zone: string, period: Period): SQL {
  const within = withinOf(zone, period);
  return sql`
    with seen as (
      select variation_id, visitor_id, at from ${splitTestVisitors} where client_id = ${clientId} and ${within(sql`at`)}
    ), known as (
      select distinct seen.variation_id, seen.at, b.person_id
      from seen join ${personVisitors} as b on b.client_id = ${clientId} and b.visitor_id = seen.visitor_id
    ), did as (
      select known.variation_id,
        exists (select 1 from ${submissions} as s where s.person_id = known.person_id and s.received_at >= known.at)::int as leads,
        (select count(*) from ${bookings} as k where k.person_id = known.person_id and k.made_at >= known.at and k.state <> 'cancelled') as bookings,
        (select count(*) from ${bookings} as k where k.person_id = known.person_id and k.made_at >= known.at and k.state = 'came') as came,
        (st.outcome = 'won' and p.stage_at >= known.at)::int as won,
        case when st.outcome = 'won' and p.stage_at >= known.at then coalesce(p.value, 0) else 0 end as value
      from known join ${people} as p on p.id = known.person_id and p.removed_at is null
        left join ${stages} as st on st.id = p.stage_id
    ), all_did as (
      select variation_id, sum(leads) as leads, sum(bookings) as bookings, sum(came) as came, sum(won) as won, sum(value) as value
      from did group by variation_id
    )
    select v.id::text as key, chr(65 + v.position) || ' · ' || t.hypothesis as label,
      (select count(*) from seen where seen.variation_id = v.id)::int as visitors,
      coalesce(leads, 0)::int as converted, coalesce(leads, 0)::int as leads, coalesce(bookings, 0)::int as bookings,
      coalesce(came, 0)::int as came, coalesce(won, 0)::int as won, coalesce(value, 0)::text as value
    from ${splitTestVariations} as v join ${splitTests} as t on t.id = v.test_id left join all_did on all_did.variation_id = v.id
    where v.client_id = ${clientId} and exists (select 1 from seen where seen.variation_id = v.id)
    order by t.made_at desc, v.position`;
}

const costParts = { source: adSpend.source, campaign: adSpend.campaign, day: adSpend.day };

function partsQuery(
  clientId: ClientId,
  zone: string,
  period: Period,
  by: Exclude<ResultPart, 'variation'>,
): SQL {
  const within = withinOf(zone, period);
  const { from, to } = period;
  const { ofVisits, ofPerson, label } = keysOf(zone)[by];
  const seen =
    by === 'page'
      ? sql`true`
      : sql`page_id in (select id from (${firstSteps(sql`client_id = ${clientId}`)}) as first_steps)`;
  const counted = sql`
        select ${ofVisits ?? ofPerson} as key,
          case when ${seen} then visitors else 0 end as visitors,
          case when ${seen} then converted else 0 end as converted`;
  const nothingElse = sql`0 as bookings, 0 as came, 0 as won, 0::bigint as value`;
  // Only hours are read from the roll-up by the hour: that by the day has fewer rows.
  const visited = !ofVisits
    ? sql`
        select ${ofPerson} as key, 0 as visitors, 0 as converted, 1 as leads, ${nothingElse}
        from (${firstSubmissions(clientId, within)}) as happened`
    : by === 'hour'
      ? sql`${counted}, leads, ${nothingElse} from ${pageHours} where client_id = ${clientId} and ${within(sql`hour`)}`
      : sql`${counted}, new_leads as leads, ${nothingElse} from ${pageDays} where client_id = ${clientId} and day between ${from} and ${to}`;
  return sql`
      with happened as (
        select person_id, (made_at at time zone ${zone})::date as day,
          made_at as moment, 1 as bookings, (state = 'came')::int as came, 0 as won, 0::bigint as value
        from ${bookings}
        where client_id = ${clientId} and state <> 'cancelled' and ${within(sql`made_at`)}
        union all
        select p.id, (p.stage_at at time zone ${zone})::date, p.stage_at, 0, 0, 1, coalesce(p.value, 0)
        from ${people} as p join ${stages} as s on s.id = p.stage_id
        where p.client_id = ${clientId} and p.removed_at is null and s.outcome = 'won' and ${within(sql`p.stage_at`)}
      ), counted as (
        ${visited}
        union all
        select ${ofPerson}, 0, 0, 0, bookings, came, won, value from happened
      )
      select key, ${label} as label, sum(visitors)::int as visitors, sum(converted)::int as converted,
        sum(leads)::int as leads, sum(bookings)::int as bookings, sum(came)::int as came, sum(won)::int as won, sum(value)::text as value
      from counted group by key
      having sum(visitors) + sum(leads) + sum(bookings) + sum(won) > 0
      order by ${by === 'day' || by === 'hour' ? sql`key` : sql`sum(visitors) desc, sum(leads) desc, key`}`;
}

/** The first form that each person sent in a funnel: what a lead is. */
const firstSubmissions = (clientId: ClientId, within: (moment: SQL) => SQL): SQL => sql`
  select s.person_id from ${submissions} as s join ${pages} as p on p.id = s.page_id
  where s.client_id = ${clientId} and ${within(sql`s.received_at`)} and not exists (
    select 1 from ${submissions} as earlier join ${pages} as there on there.id = earlier.page_id
    where earlier.person_id = s.person_id and there.funnel_id = p.funnel_id and earlier.received_at < s.received_at
  )`;

/** How visits and people are taken apart, as queries, and what a part is called; visits can't be by what is known of people alone. */
const keysOf = (
  zone: string,
): Record<
  Exclude<ResultPart, 'variation'>,
  { ofVisits: SQL | null; ofPerson: SQL; label: SQL }
> => ({
  page: {
    ofVisits: sql`page_id::text`,
    ofPerson: sql`(select page_id::text from ${submissions} as s where s.person_id = happened.person_id order by received_at limit 1)`,
    label: sql`(select name from ${pages} as p where p.id::text = key)`,
  },
  source: {
    ofVisits: sql`source`,
    ofPerson: sql`(select source from ${people} as p where p.id = happened.person_id)`,
    label: sql`key`,
  },
  device: {
    ofVisits: sql`device`,
    ofPerson: sql`(
      select device from ${personVisitors} as b join ${pageVisitors} as v on v.visitor_id = b.visitor_id and v.client_id = b.client_id
      where b.person_id = happened.person_id order by v.day limit 1
    )`,
    label: sql`case key when 'phone' then 'Phone' when 'wide' then 'Wide screen' end`,
  },
  day: { ofVisits: sql`day::text`, ofPerson: sql`day::text`, label: sql`key` },
  campaign: {
    ofVisits: sql`campaign`,
    ofPerson: sql`coalesce((
      select origins->'last'->>'campaign' from ${submissions} as s where s.person_id = happened.person_id order by received_at limit 1
    ), '')`,
    label: sql`case key when '' then 'No campaign' else key end`,
  },
  form: {
    ofVisits: null,
    ofPerson: sql`(select form_id::text from ${submissions} as s where s.person_id = happened.person_id order by received_at limit 1)`,
    label: sql`(select definition->>'name' from ${forms} as f where f.id::text = key)`,
  },
  town: {
    ofVisits: null,
    ofPerson: sql`(select nullif(town, '') from ${people} as p where p.id = happened.person_id)`,
    label: sql`key`,
  },
  assignee: {
    ofVisits: null,
    ofPerson: sql`(select assignee_id::text from ${people} as p where p.id = happened.person_id)`,
    label: sql`(select name from ${users} as u where u.id::text = key)`,
  },
  // An hour of the week in the client's zone, as `hourKey` writes it.
  hour: {
    ofVisits: sql`to_char(hour at time zone ${zone}, 'ID-HH24')`,
    ofPerson: sql`to_char(moment at time zone ${zone}, 'ID-HH24')`,
    label: sql`(array['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'])[split_part(key, '-', 1)::int] || ' ' || split_part(key, '-', 2) || ':00'`,
  },
});

/** What is called so that belongs to no part: a booking that was typed in, for instance, has no page. */
const unknown: Record<ResultPart, string> = {
  page: 'Not from a page',
  source: 'Not known',
  device: 'Not known',
  day: 'Not known',
  campaign: 'No campaign',
  form: 'No form',
  town: 'Not known',
  assignee: 'Nobody',
  hour: 'Not known',
  variation: 'Not known',
};

const countsOf = ({
  visitors,
  converted,
  leads,
  bookings,
  came,
  won,
  value,
}: Counted): ResultCounts => ({
  ...{ visitors, converted, leads, bookings, came, won },
  value: Number(value) as Cents,
});

function figures({ converted, ...counts }: ResultCounts): Omit<ResultFigures, 'cost'> {
  return {
    ...counts,
    conversions: converted,
    rate: rateOf({ converted, visitors: counts.visitors }),
  };
}
