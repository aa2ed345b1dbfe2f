import type { Pool } from 'pg';

/** How many rows tables have, counted up to `most`; they are named as they are written in a query. */
export async function countRows(
  pool: Pool,
  tables: readonly string[],
  most: number,
): Promise<number[]> {
  const counts = tables.map(
    (table) =>
      `(select count(*)::int from (select from public.${table} limit ${most}) as some_rows)`,
  );
  const { rows } = await pool.query<number[]>({
    text: `select ${counts.join(', ')}`,
    rowMode: 'array',
  });
  return rows[0]!;
}
