import { currencyCodes, minorDigits } from '@plumgate/core/basics';
import { decimalNumber, groupedNumber, type Comparison } from '@plumgate/core/conditions';
import { sql, type SQL } from 'drizzle-orm';

/** Lower case as scripts have it, whatever the database's own language is. */
const lower = (text: SQL) => sql`lower(${text} collate "und-x-icu")`;

/** A text without capitals and without spaces around it, as `compare` reads it. */
export const plainSql = (text: SQL) => lower(sql`btrim(${text})`);
export const plain = (text: string) => text.trim().toLowerCase();

const digits = sql.raw(
  `case v->>'currency' ${currencyCodes()
    .map((code) => [code, minorDigits(code)] as const)
    .filter(([, count]) => count !== 2)
    .map(([code, count]) => `when '${code}' then ${count}`)
    .join(' ')} else 2 end`,
);

/** A single value as a text, as `valuesOf` gives it. */
const text = sql`case jsonb_typeof(v)
  when 'boolean' then case when v = 'true' then 'yes' else 'no' end
  when 'object' then coalesce(v->>'name', round((v->>'amount')::numeric / power(10::numeric, ${digits}), ${digits})::text)
  else v #>> '{}' end`;

/** The values in a `jsonb` column, a single one or several, as plain texts `said`. */
export const saidIn = (value: SQL): SQL =>
  sql`jsonb_array_elements(case jsonb_typeof(${value}) when 'array' then ${value} else jsonb_build_array(${value}) end) as e(v), lateral (select ${plainSql(text)} as said) as t`;

/** Whether a value in a `jsonb` column, or one of its several, is as a comparison asks: the same as `compare` of `valuesOf`. */
export const compareSql = (comparison: Comparison, value: SQL): SQL =>
  sql`exists (select 1 from ${saidIn(value)} where said <> '' and ${test(comparison)})`;

function test(comparison: Comparison): SQL {
  switch (comparison.op) {
    case 'is':
      return sql`said = ${plain(comparison.value)}`;
    case 'is-one-of':
      return sql`said = any(${sql.param(comparison.values.map(plain))}::text[])`;
    case 'contains':
      return sql`strpos(said, ${plain(comparison.value)}) > 0`;
    case 'is-answered':
      return sql`true`;
    case 'is-more-than':
      return sql`${numberSaid} > ${comparison.value}::float8`;
    case 'is-less-than':
      return sql`${numberSaid} < ${comparison.value}::float8`;
  }
}

const ungrouped = sql`case when said ~ ${groupedNumber.source} then regexp_replace(said, '[, ’'']', '', 'g') else said end`;
/** What is `said` as a number; null where it is none. */
export const numberSaid = sql`case when ${ungrouped} ~ ${decimalNumber.source} then (${ungrouped})::float8 end`;
