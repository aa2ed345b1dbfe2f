import { sql } from 'drizzle-orm';
import type { Database } from '../platform/database/database.ts';
import { countRows } from './count-rows.ts';

/** The columns of a table that can be written, in order; what the database works out itself can't. */
type Kept = Record<'table' | 'columns', string>;

/**
 * All rows of a database as they are now, kept beside them in a schema of their own; gives a way to put them back into
 * the tables once these are empty, but for what a program writes as it starts, which stays. It takes a twentieth of what
 * making them takes.
 */
export async function keepRows({
  db,
  pool,
}: Database): Promise<(database: Database) => Promise<void>> {
  const { rows } = await db.execute<Kept>(sql`
    select quote_ident(table_name) as "table", string_agg(quote_ident(column_name), ', ') as columns
    from information_schema.columns join information_schema.tables using (table_schema, table_name)
    where table_schema = 'public' and table_type = 'BASE TABLE' and is_generated = 'NEVER'
    group by table_name`);
  const tables = rows.map(({ table }) => table);
  const counts = await countRows(pool, tables, 1);
  const full = rows.filter((_, index) => counts[index] === 1);
  const copies = full.map(({ table }) => `create table kept.${table} as table public.${table};`);
  await pool.query(`create schema kept; ${copies.join(' ')}`);
  const { rows: counters } = await db.execute<{ put: string }>(sql`
    select format('setval(%L, %s)', schemaname || '.' || sequencename, last_value) as put
    from pg_sequences where schemaname = 'public' and last_value is not null`);
  const puts = full.map(
    ({ table, columns }) =>
      `insert into public.${table} (${columns}) overriding system value select ${columns} from kept.${table} on conflict do nothing;`,
  );
  if (counters.length > 0) puts.push(`select ${counters.map(({ put }) => put).join(', ')};`);
  // As a replica takes rows: in any order, since each was checked when it was first written.
  const all = `begin; set local session_replication_role = replica; ${puts.join(' ')} commit;`;
  return async (database) => {
    await database.pool.query(all);
  };
}
