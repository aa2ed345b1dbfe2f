import { getTableColumns, sql, type AnyColumn, type SQL } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import { toJson } from './columns.ts';
import type { Write } from './one-trip.ts';

/**
 * An insert of any number of rows that travels as one JSON parameter: a parameter for each value of each row costs more,
 * here and in the database, than the writing. Columns that no row names take their
 * default; one that only some rows name is null in the others.
 */
export function insertMany<Table extends PgTable>(
  table: Table,
  rows: readonly Table['$inferInsert'][],
  onConflict = sql``,
): Write {
  const columns = Object.entries(getTableColumns(table)).filter(([key]) =>
    rows.some((row) => (row as Record<string, unknown>)[key] !== undefined),
  );
  const plain = rows.map((row) =>
    Object.fromEntries(
      columns.map(([key, column]) => [
        column.name,
        asJson(column, (row as Record<string, unknown>)[key]),
      ]),
    ),
  );
  const names = sql.join(
    columns.map(([, column]) => sql.identifier(column.name)),
    sql`, `,
  );
  const write = sql`insert into ${table} (${names}) select ${names} from jsonb_populate_recordset(null::${table}, ${toJson(plain)}::jsonb)${onConflict}`;
  return { getSQL: () => write };
}

/** True where a column holds one of some ids: one parameter however many there are. */
export const isAnyOf = (column: AnyColumn, ids: readonly string[]): SQL =>
  sql`${column} = any(${sql.param(ids)}::uuid[])`;

/** The same for a column of text. */
export const isAnyKey = (column: AnyColumn | SQL, keys: readonly string[]): SQL =>
  sql`${column} = any(${sql.param(keys)}::text[])`;

function asJson(column: AnyColumn, value: unknown): unknown {
  if (value === undefined || value === null) return null;
  return column.getSQLType() === 'jsonb' ? value : column.mapToDriverValue(value);
}
