import type { ClientId } from '@plumgate/core/basics';
import {
  monthsOfSupply,
  toldBy,
  type AreaContent,
  type MarketFigure,
  type MarketMonth,
  type MarketPeriod,
  type MarketReport,
} from '@plumgate/core/market';
import { areaIn } from '@plumgate/core/listings';
import { sql, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import type { Queries } from '../../platform/database/database.ts';
import { listings } from '../../records/listings/table.ts';

/** A client's neighborhood. */
export interface MarketArea {
  clientId: ClientId;
  content: AreaContent;
}

/** Median and count of what is known, of rows that meet a condition. */
const medianOf = (value: SQL, when: SQL) =>
  sql`json_build_object('value', percentile_cont(0.5) within group (order by ${value}) filter (where ${when}), 'count', count(${value}) filter (where ${when}))`;
const medians = ['medianPrice', 'pricePerArea', 'daysOnMarket', 'saleToList'] as const;

/** What `marketReport` in core says, counted by the database: a test holds both to the same. */
export async function marketOf(
  db: Queries,
  area: MarketArea,
  { from, to, unit = 'sqft' }: MarketPeriod,
): Promise<MarketReport> {
  const day = Temporal.PlainDate.from(to);
  const since = (days: number) => day.subtract({ days: days - 1 }).toString();
  const isSold = sql`sold_on between ${from}::date and ${to}::date`;
  const perArea = areaIn({ amount: 1, unit }, 'sqm');
  const end = sql`coalesce(contract_on, sold_on)`;
  const days = sql`case when ${end} >= listed_on then ${end} - listed_on end`;
  const { rows } = await db.execute<
    Record<(typeof medians)[number], MarketFigure> &
      Record<'forSale' | 'sold30' | 'sold90' | 'sold', number>
  >(sql`
    select ${medianOf(sql`sold_price`, isSold)} as "medianPrice",
      ${medianOf(sql`sold_price / nullif(square_meters, 0) * ${perArea}::float8`, isSold)} as "pricePerArea",
      ${medianOf(days, isSold)} as "daysOnMarket",
      ${medianOf(sql`sold_price::float8 / nullif(price, 0)`, isSold)} as "saleToList",
      count(*) filter (where ${isForSale(sql`${to}::date`)})::int as "forSale",
      count(*) filter (where sold_on between ${since(30)}::date and ${to}::date)::int as sold30,
      count(*) filter (where sold_on between ${since(90)}::date and ${to}::date)::int as sold90,
      count(*) filter (where ${isSold})::int as sold
    from (${homesIn(area)}) as homes`);
  const { sold, ...counted } = rows[0]!;
  const told = medians.map((name) => [name, toldBy(counted[name].count, counted[name].value)]);
  return {
    ...counted,
    ...(Object.fromEntries(told) as Record<(typeof medians)[number], MarketFigure>),
    monthsOfSupply: monthsOfSupply(counted.forSale, sold, { from, to }),
  };
}

/** What `marketMonths` in core says, counted by the database. */
export async function monthsOf(
  db: Queries,
  area: MarketArea,
  { to, months }: { to: string; months: number },
): Promise<MarketMonth[]> {
  const { rows } = await db.execute<{
    month: string;
    price: number | null;
    priced: number;
    sold: number;
    for_sale: number;
  }>(sql`
    with homes as materialized (${homesIn(area)}), months as (
      select first::date as first from generate_series(
        date_trunc('month', ${to}::timestamp) - make_interval(months => ${months - 1}),
        date_trunc('month', ${to}::timestamp), interval '1 month') as first
    ), sold as (
      select ${monthOf(sql`sold_on`)} as month, percentile_cont(0.5) within group (order by sold_price) as price,
        count(sold_price)::int as priced, count(*)::int as sold
      from homes where sold_on between (select min(first) from months) and ${to}::date group by 1
    ), moves as materialized (
      -- The day it came and the day it left, as isForSaleOn in core has them: one more, and one less.
      select ${monthOf(sql`day`)} as month, sum(one)::int as more from (
        select case when listed_on = '9999-12-31' then '0001-01-01' else listed_on end as came, left_on as gone
        from homes where status <> 'soon' and (left_on is not null or status = 'active')
      ) as stays, lateral (values (came, 1), (gone, -1)) as moves (day, one)
      where day <= ${to}::date and came < coalesce(gone, '9999-12-31') group by 1
    )
    select to_char(months.first, 'YYYY-MM') as month, sold.price, coalesce(sold.priced, 0) as priced, coalesce(sold.sold, 0) as sold,
      coalesce((select sum(more) from moves where moves.month <= ${monthOf(sql`months.first`)}), 0)::int as for_sale
    from months left join sold on sold.month = ${monthOf(sql`months.first`)} order by months.first`);
  return rows.map(({ month, price, priced, sold, for_sale: forSale }) => ({
    ...{ month, sold, forSale },
    medianPrice: toldBy(priced, price),
  }));
}

/** A month as a number that grows by one from each to the next. */
const monthOf = (day: SQL): SQL =>
  sql`(date_part('year', ${day})::int * 12 + date_part('month', ${day})::int)`;

/** As `isForSaleOn` in core. */
const isForSale = (day: SQL): SQL =>
  sql`status <> 'soon' and (listed_on = '9999-12-31' or listed_on <= ${day}) and case when left_on is null then status = 'active' else left_on > ${day} end`;

const homesIn = ({ clientId, content }: MarketArea): SQL => sql`
  select status, price, sold_price, square_meters, listed_on, contract_on, sold_on, left_on
  from ${listings} where client_id = ${clientId} and removed_at is null and (${liesInSql(content)})`;

/** As `liesIn` in core; PostgreSQL knows polygons. */
const liesInSql = ({ postcodes, towns, outline }: AreaContent): SQL => {
  const plain = (words: readonly string[]) =>
    sql`any(${sql.param(words.map((word) => word.trim().toLowerCase()))}::text[])`;
  const drawn = `(${outline.map(({ lat, lng }) => `(${lng},${lat})`).join(',')})`;
  return sql.join(
    [
      sql`postcode_key = ${plain(postcodes)}`,
      sql`town_key = ${plain(towns)}`,
      ...(outline.length >= 3 ? [sql`${drawn}::polygon @> point(lng, lat)`] : []),
    ],
    sql` or `,
  );
};
