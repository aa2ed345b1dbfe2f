import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { fileURLToPath } from 'node:url';
import { Pool } from 'pg';
import type { RunningPglite } from '../platform/database/pglite.ts';

export async function migrateOnly({ socketFolder, port }: RunningPglite): Promise<void> {
  const pool = new Pool({
    host: socketFolder,
    port,
    user: 'postgres',
    database: 'postgres',
    max: 1,
  });
  await migrate(drizzle(pool), {
    migrationsFolder: fileURLToPath(new URL('../../migrations', import.meta.url)),
  });
  await pool.end();
}
