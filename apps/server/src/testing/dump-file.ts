import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const journal = fileURLToPath(new URL('../../migrations/meta/_journal.json', import.meta.url));

/** The prepared database, named for the migrations in it: other migrations, another file. */
export const dumpFile = (migrations: number): string => {
  const hash = createHash('sha256').update(readFileSync(journal)).digest('hex').slice(0, 12);
  return fileURLToPath(
    new URL(`../../../../.tmp/test-database-${migrations}-${hash}.tar`, import.meta.url),
  );
};
