import { sql, type SQL } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import type { Queries } from './database.ts';

/**
 * Deletes at most so many rows that meet a condition, and gives how many there were. Rows that somebody holds are left for
 * the next time.
 */
export async function deleteSome(
  db: Queries,
  table: PgTable,
  condition: SQL,
  mostRows: number,
): Promise<number> {
  const { rowCount } = await db.execute(
    sql`delete from ${table} where ctid in (select ctid from ${table} where ${condition} limit ${mostRows} for update skip locked)`,
  );
  return rowCount ?? 0;
}
