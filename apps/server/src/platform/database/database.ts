import { randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { EventEmitter } from 'node:events';
import { readdir, statfs } from 'node:fs/promises';
import { setTimeout } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { Pool, type PoolClient, type PoolConfig } from 'pg';
import { listenTo, type Hearer } from './listen.ts';
import { startPglite, type RunningPglite } from './pglite.ts';
import { nameStatements } from './named-statements.ts';
import { sqlState } from './sql-state.ts';

/** The database or one transaction of it: what a query needs, whichever it runs in. */
export type Queries = Pick<
  NodePgDatabase,
  | 'select'
  | 'selectDistinct'
  | 'selectDistinctOn'
  | '$count'
  | 'insert'
  | 'update'
  | 'delete'
  | 'execute'
>;

/** What one process tells the others, and which one it is. */
type Told = [process: string, message: string];

const migrationsFolder = fileURLToPath(new URL('../../../migrations', import.meta.url));

/** No query and no wait is forever; all in ms. Migrations of a large table are the longest that is meant to work. */
const timeouts = {
  connectionTimeoutMillis: 5_000,
  statement_timeout: 60_000,
  idle_in_transaction_session_timeout: 60_000,
  query_timeout: 70_000,
} satisfies PoolConfig;
const probeTimeouts = {
  connectionTimeoutMillis: 1_500,
  statement_timeout: 1_500,
  query_timeout: 1_500,
} satisfies PoolConfig;
/** PostgreSQL writes its log in files of 16 MB: without room for the next one it stops. */
const minFreeBytes = 24 * 2 ** 20;
/** PGlite can't be interrupted: whatever takes longer has hung, and its program with it. */
const pgliteQueryTimeout = 120_000;

/** Where the data is: at a PostgreSQL server, or with the PGlite of this process, in a folder or (null) in memory. */
type Place =
  | { kind: 'server'; config: PoolConfig }
  | { kind: 'embedded'; pglite: RunningPglite; folder: string | null };

/** Names the lock under which a database is brought up to date; any number will do, as long as it stays. */
const migrationLock = 71_104_310;

const maxTurns = 4;

/** The database that ships with the program has died and can't be used again in this process. */
export class DatabaseDiedError extends Error {
  constructor(cause: unknown) {
    const isFull = (cause as { code?: string }).code === '53100';
    super(
      isFull
        ? 'The database stopped: the disk of the data folder is full. Free some space, then start again.'
        : 'The database stopped and can’t go on in this process. Start again; what was answered is stored.',
      { cause },
    );
  }
}

/** The open database. One driver for PGlite and PostgreSQL: what holds on one holds on the other. */
export class Database {
  private readonly process = randomUUID();
  private readonly events = new EventEmitter<{ died: [DatabaseDiedError] }>();
  private readonly afterwards = new WeakMap<Queries, (() => unknown)[]>();

  private constructor(
    readonly db: NodePgDatabase,
    readonly pool: Pool,
    private readonly place: Place,
    /** Where health is asked: at a server by a connection of its own, since all others may be waiting for a lock. */
    private readonly probe: Pool,
  ) {}

  /**
   * Opens PostgreSQL at `url`, or PGlite in `folder` (or from a `dump`, in memory), and brings its tables up to date.
   * Throws when another process holds the folder.
   */
  static async open(where: { url?: string; folder: string; dump?: string }): Promise<Database> {
    if (where.url) {
      const server = { connectionString: where.url, keepAlive: true };
      const probe = new Pool({ ...server, ...probeTimeouts, max: 1 });
      ignoreIdleErrors(probe);
      return Database.over(
        { ...server, max: 10, ...timeouts },
        { kind: 'server', config: server },
        probe,
      );
    }
    const deaths = new EventEmitter<{ died: [Error] }>();
    const pglite = await startPglite(where.folder, where.dump, (reason) =>
      deaths.emit('died', reason),
    );
    // PGlite is one session. Several connections to its socket were seen to lose track of whose transaction is open, so
    // there is one, and the pool makes the rest wait.
    const database = await Database.over(
      {
        host: pglite.socketFolder,
        port: pglite.port,
        user: 'postgres',
        database: 'postgres',
        max: 1,
        query_timeout: pgliteQueryTimeout,
        // One session for all connections, too: what the one before prepared would still be there.
        onConnect: (client) => client.query('deallocate all'),
      },
      { kind: 'embedded', pglite, folder: where.dump ? null : where.folder },
    );
    deaths.on('died', (reason) => database.die(reason));
    return database;
  }

  private static async over(config: PoolConfig, place: Place, probe?: Pool): Promise<Database> {
    await bringUpToDate(config);
    const pool = new Pool(config);
    ignoreIdleErrors(pool);
    const database = new Database(drizzle(pool), pool, place, probe ?? pool);
    pool.on('connect', (client) => database.watch(client));
    return database;
  }

  /**
   * The pool listens to idle connections only. One that is cut while it is in use fails its query, which is answer
   * enough; without a listener of its own the same event would end the process.
   */
  private watch(client: PoolClient): void {
    client.on('error', () => {});
    nameStatements(client);
    if (this.place.kind === 'server') return;
    const { connection } = client as PoolClient & { connection: EventEmitter };
    connection.on('errorMessage', (message: { severity?: string }) => {
      // After a PANIC a server restarts itself; PGlite answers nobody any more.
      if (message.severity === 'PANIC') this.die(message);
    });
  }

  /** Calls back when the embedded database has died: the only thing left to do is to end the process. */
  onDeath(tell: (error: DatabaseDiedError) => void): void {
    this.events.once('died', tell);
  }

  private die(cause: unknown): void {
    this.events.emit('died', new DatabaseDiedError(cause));
  }

  /** What is wrong with the database, in a sentence, or null; known within two seconds whatever else is going on. */
  async trouble(): Promise<string | null> {
    const full = await this.diskTrouble();
    if (full) return full;
    const answer = this.probe.query('select 1').then(
      () => null,
      () => 'The database can’t be reached.',
    );
    const late = setTimeout(1800, 'The database has not answered for two seconds.', { ref: false });
    return Promise.race([answer, late]);
  }

  private async diskTrouble(): Promise<string | null> {
    if (this.place.kind === 'server' || !this.place.folder) return null;
    const { bavail, bsize } = await statfs(this.place.folder);
    if (bavail * bsize > minFreeBytes) return null;
    return `The disk of the data folder is full: ${Math.round((bavail * bsize) / 2 ** 20)} MB are free. Free some space.`;
  }

  /**
   * All or nothing; give the transaction's own handle to every query in it. When PostgreSQL ends it because two waited for
   * each other (class 40), it is done again, a few times: `work` begins from what it was given.
   */
  async transaction<Result>(work: (tx: Queries) => Promise<Result>): Promise<Result> {
    const [result, afterwards] = await this.tryTransaction(work);
    for (const then of afterwards) await then();
    return result;
  }

  private async tryTransaction<Result>(
    work: (tx: Queries) => Promise<Result>,
  ): Promise<[Result, (() => unknown)[]]> {
    for (let turn = 1; ; turn++) {
      const afterwards: (() => unknown)[] = [];
      try {
        const result = await this.db.transaction((tx) => {
          this.afterwards.set(tx, afterwards);
          return work(tx);
        });
        return [result, afterwards];
      } catch (error) {
        if (turn === maxTurns || !sqlState(error)?.startsWith('40')) throw error;
      }
    }
  }

  /**
   * Does something as soon as a transaction of `transaction` is done, before its caller goes on; at once for queries
   * outside of one. It must not fail: what the transaction did is done.
   */
  async afterCommit(tx: Queries, then: () => unknown): Promise<void> {
    const afterwards = this.afterwards.get(tx);
    if (afterwards) afterwards.push(then);
    else await then();
  }

  /** Whether other processes may use the same database. */
  get isShared(): boolean {
    return this.place.kind === 'server';
  }

  /** Tells the other processes that listen, once the transaction is done. An embedded database has only this one. */
  async notify(tx: Queries, channel: string, message: string): Promise<void> {
    const told = JSON.stringify([this.process, message] satisfies Told);
    if (this.isShared) await tx.execute(sql`select pg_notify(${channel}, ${told})`);
  }

  /** Hears what other processes tell, by a connection of its own that comes back after it was cut. Gives how to stop. */
  async listen(channel: string, hearer: Hearer): Promise<() => Promise<void>> {
    if (this.place.kind === 'embedded') return () => Promise.resolve();
    return listenTo(this.place.config, channel, {
      ...hearer,
      // What this process told itself it knows.
      onMessage: (told) => {
        const [by, message] = JSON.parse(told) as Told;
        if (by !== this.process) hearer.onMessage(message);
      },
    });
  }

  async close(): Promise<void> {
    if (this.probe !== this.pool) await this.probe.end();
    await this.pool.end();
    if (this.place.kind === 'embedded') await this.place.pglite.stop();
  }
}

/** By a connection of its own without time-outs: bringing a large table up to date may take long. */
async function bringUpToDate(config: PoolConfig): Promise<void> {
  const pool = new Pool({
    ...config,
    max: 1,
    statement_timeout: 0,
    idle_in_transaction_session_timeout: 0,
    query_timeout: 0,
  });
  ignoreIdleErrors(pool);
  try {
    // Processes that start at once wait for the first; the lock ends with its connection.
    await pool.query('select pg_advisory_lock($1)', [migrationLock]);
    await migrate(drizzle(pool), { migrationsFolder });
  } finally {
    await pool.end();
  }
}

/** An idle connection that breaks is replaced by the pool; the next query says if it can't be. */
function ignoreIdleErrors(pool: Pool): void {
  pool.on('error', () => {});
}

/** How many migrations there are: part of the name of a prepared test database. */
export const migrationCount = async () =>
  (await readdir(migrationsFolder)).filter((name) => name.endsWith('.sql')).length;
