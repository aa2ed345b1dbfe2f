import { cp, mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { Pool, type PoolClient, type PoolConfig } from 'pg';

const migrations = fileURLToPath(new URL('../../migrations', import.meta.url));
const fixture = fileURLToPath(new URL('./earlier-build.json', import.meta.url));

/** What an earlier build had stored: the rows of each table, and by how many migrations its tables were made. */
interface EarlierBuild {
  migrations: number;
  tables: Record<string, object[]>;
}

/** Makes a database as an earlier build left it: with its tables, and with what it had stored in them. */
export async function leaveByEarlierBuild(config: PoolConfig): Promise<void> {
  const earlier = JSON.parse(await readFile(fixture, 'utf8')) as EarlierBuild;
  const pool = new Pool({ ...config, max: 1 });
  const folder = await firstMigrations(earlier.migrations);
  try {
    await migrate(drizzle(pool), { migrationsFolder: folder });
    const client = await pool.connect();
    try {
      // Rows come table by table: what they refer to may come later.
      await client.query('set session_replication_role = replica');
      for (const [table, rows] of Object.entries(earlier.tables)) await fill(client, table, rows);
    } finally {
      client.release(true);
    }
  } finally {
    await pool.end();
    await rm(folder, { recursive: true, force: true });
  }
}

async function fill(client: PoolClient, table: string, rows: object[]): Promise<void> {
  const { rows: columns } = await client.query<{ name: string }>(
    `select column_name as name from information_schema.columns where table_schema = 'public' and table_name = $1 and is_generated = 'NEVER'`,
    [table],
  );
  const names = columns.map(({ name }) => `"${name}"`).join(', ');
  await client.query(
    `insert into "${table}" (${names}) select ${names} from json_populate_recordset(null::"${table}", $1)`,
    [JSON.stringify(rows)],
  );
  const { rows: counted } = await client.query<{ name: string }>(
    `select column_name as name from information_schema.columns where table_schema = 'public' and table_name = $1 and column_default like 'nextval%'`,
    [table],
  );
  for (const { name } of counted)
    await client.query(
      `select setval(pg_get_serial_sequence($1, $2), (select max("${name}") from "${table}"))`,
      [table, name],
    );
}

/** A folder with the first migrations alone, as that build had it. */
async function firstMigrations(count: number): Promise<string> {
  const folder = await mkdtemp(join(tmpdir(), 'plumgate-migrations-'));
  const journal = JSON.parse(await readFile(join(migrations, 'meta/_journal.json'), 'utf8')) as {
    entries: { tag: string }[];
  };
  const entries = journal.entries.slice(0, count);
  await mkdir(join(folder, 'meta'));
  await writeFile(join(folder, 'meta/_journal.json'), JSON.stringify({ ...journal, entries }));
  for (const { tag } of entries)
    await cp(join(migrations, `${tag}.sql`), join(folder, `${tag}.sql`));
  return folder;
}
