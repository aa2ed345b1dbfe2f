import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { readdir } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { Pool } from 'pg';
import { startPglite } from './pglite.ts';
import * as schema from './schema.ts';

export type Tables = typeof schema;
/** The database or one transaction of it: what a query needs, whichever it runs in. */
export type Queries = Pick<
  NodePgDatabase<Tables>,
  'select' | 'selectDistinct' | 'selectDistinctOn' | 'insert' | 'update' | 'delete' | 'execute'
>;

const migrationsFolder = fileURLToPath(new URL('../../../migrations', import.meta.url));

/** The open database. One driver for PGlite and PostgreSQL: what holds on one holds on the other. */
export class Database {
  private constructor(
    readonly db: NodePgDatabase<Tables>,
    readonly pool: Pool,
    private readonly closeRest: () => Promise<void>,
  ) {}

  /**
   * Opens PostgreSQL at `url`, or PGlite in `folder` (or from a `dump`, in memory), and brings its tables up to date.
   * Throws when another process holds the folder.
   */
  static async open(where: { url?: string; folder: string; dump?: string }): Promise<Database> {
    if (where.url)
      return Database.over(new Pool({ connectionString: where.url, max: 10 }), async () => {});
    const pglite = await startPglite(where.folder, where.dump);
    // PGlite is one session. Several connections to its socket were seen to lose track of whose transaction is open, so
    // there is one, and the pool makes the rest wait.
    const pool = new Pool({
      host: pglite.socketFolder,
      port: pglite.port,
      user: 'postgres',
      database: 'postgres',
      max: 1,
    });
    return Database.over(pool, () => pglite.stop());
  }

  private static async over(pool: Pool, closeRest: () => Promise<void>): Promise<Database> {
    pool.on('error', () => {}); // an idle connection that breaks is replaced by the pool; the next query says if it can't be
    const database = new Database(drizzle(pool, { schema }), pool, closeRest);
    await migrate(database.db, { migrationsFolder });
    return database;
  }

  /** All or nothing; give the transaction's own handle to every query in it. */
  transaction<Result>(work: (tx: Queries) => Promise<Result>): Promise<Result> {
    return this.db.transaction(work);
  }

  async close(): Promise<void> {
    await this.pool.end();
    await this.closeRest();
  }
}

/** How many migrations there are: part of the name of a prepared test database. */
export const migrationCount = async () =>
  (await readdir(migrationsFolder)).filter((name) => name.endsWith('.sql')).length;
