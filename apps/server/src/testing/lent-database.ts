import { Pool } from 'pg';
import { Database, migrationCount } from '../platform/database/database.ts';
import { startPglite } from '../platform/database/pglite.ts';
import { countRows } from './count-rows.ts';
import { dumpFile } from './dump-file.ts';
import { leaveByEarlierBuild } from './earlier-build.ts';

/** Kept open between the tests of a file: opening one takes six times as long as emptying it. */
let shared: Database | null = null;
let isLent = false;

/** A database with nothing in it; `giveBack` when the program on it has stopped. */
export async function lendDatabase(
  folder: string,
): Promise<{ database: Database; giveBack: () => Promise<void>; isShared: boolean }> {
  if (isLent) {
    const database = await openNew(folder);
    return { database, giveBack: async () => {}, isShared: false };
  }
  isLent = true;
  if (shared) await empty(shared);
  else shared = await openNew(folder);
  // The program closes its database as it stops; this one is needed again.
  const database = Object.create(shared, { close: { value: async () => {} } }) as Database;
  return {
    database,
    giveBack: async () => {
      isLent = false;
    },
    isShared: true,
  };
}

/** At the end of a file. */
export async function closeShared(): Promise<void> {
  await shared?.close();
  shared = null;
}

/** A database as an earlier build has left it, brought up to date. */
export async function openEarlier(folder: string): Promise<Database> {
  const server = await newOnServer();
  if (server) {
    await leaveByEarlierBuild({ connectionString: server });
    return Database.open({ folder, url: server });
  }
  const pglite = await startPglite(folder);
  const { socketFolder: host, port } = pglite;
  await leaveByEarlierBuild({ host, port, user: 'postgres', database: 'postgres' });
  await pglite.stop();
  return Database.open({ folder });
}

/** PGlite from the prepared database, or with TEST_DATABASE_URL a new database of that PostgreSQL server. */
async function openNew(folder: string): Promise<Database> {
  const url = await newOnServer();
  if (url) return Database.open({ folder, url });
  return Database.open({ folder, dump: dumpFile(await migrationCount()) });
}

async function newOnServer(): Promise<string | null> {
  const server = process.env.TEST_DATABASE_URL;
  if (!server) return null;
  const name = `plumgate_test_${process.pid}_${Math.random().toString(36).slice(2, 10)}`;
  const pool = new Pool({ connectionString: server, max: 1 });
  await pool.query(`create database ${name}`);
  await pool.end();
  const url = new URL(server);
  url.pathname = `/${name}`;
  return url.href;
}

/** Above so many rows the files of all tables are put anew, which takes a tenth of a second and more. */
const fewRows = 1000;

/** No migration writes rows into an empty database, so an emptied one is a new one. */
async function empty({ pool }: Database): Promise<void> {
  const tables = await tablesIn(pool);
  const rows = await countRows(pool, tables, fewRows);
  if (rows.includes(fewRows)) {
    await pool.query(`truncate ${tables.join(', ')} restart identity cascade`);
    return;
  }
  const full = tables.filter((_, index) => rows[index]! > 0);
  // As a replica deletes: in any order, since all of it goes.
  await pool.query(
    `begin; set local session_replication_role = replica; ${full.map((table) => `delete from ${table};`).join(' ')}
     select setval(format('%I.%I', schemaname, sequencename), 1, false) from pg_sequences where schemaname = 'public'; commit;`,
  );
  // So that rows lie in the order in which they are written again, as those of a new table do.
  if (full.length > 0) await pool.query(`vacuum ${full.join(', ')}`);
}

/** All tables of the program, as they are written in a query. */
async function tablesIn(pool: Pool): Promise<string[]> {
  const { rows } = await pool.query<{ name: string }>(
    "select quote_ident(tablename) as name from pg_tables where schemaname = 'public' order by 1",
  );
  return rows.map(({ name }) => name);
}
