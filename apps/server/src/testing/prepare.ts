import { existsSync, mkdirSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { migrationCount } from '../platform/database/database.ts';
import { startPglite } from '../platform/database/pglite.ts';
import { dumpFile } from './dump-file.ts';
import { migrateOnly } from './migrate-only.ts';

/** Prepares one migrated database that every test file starts from: loading it takes a tenth of migrating again. */
export default async function prepare(): Promise<void> {
  const file = dumpFile(await migrationCount());
  if (existsSync(file) || process.env.TEST_DATABASE_URL) return;
  mkdirSync(dirname(file), { recursive: true });
  const folder = await mkdtemp(join(tmpdir(), 'plumgate-prepare-'));
  const pglite = await startPglite(folder);
  await migrateOnly(pglite);
  await pglite.dumpTo(file);
  await pglite.stop();
  await rm(folder, { recursive: true, force: true });
}
