/**
 * The database's own thread: PGlite behind a Unix socket, so that a heavy query never stalls a visitor's page and the
 * rest of the program speaks to PGlite and PostgreSQL through one driver. Plain JavaScript, since threads start from a file.
 */
import { readdir, readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';
import { PGlite } from '@electric-sql/pglite';
import { btree_gist } from '@electric-sql/pglite/contrib/btree_gist';
import { pg_trgm } from '@electric-sql/pglite/contrib/pg_trgm';
import { PGLiteSocketServer } from '@electric-sql/pglite-socket';

const { folder, socket, dump } = workerData;

/** As much memory for pages as there is data, within bounds: it is taken at once, whether it is needed or not. */
async function cacheMegabytes() {
  const files = dump
    ? []
    : await readdir(join(folder, 'base'), { recursive: true }).catch(() => []);
  const sizes = await Promise.all(
    files.map(async (file) => (await stat(join(folder, 'base', file))).size),
  );
  const total = sizes.reduce((sum, size) => sum + size, 0);
  return Math.round(Math.min(Math.max(total / 2 ** 20, 128), 384));
}

const db = await PGlite.create({
  ...(dump ? { loadDataDir: new Blob([await readFile(dump)]) } : { dataDir: folder }),
  extensions: { btree_gist, pg_trgm },
  startParams: [...PGlite.defaultStartParams, '-c', `shared_buffers=${await cacheMegabytes()}MB`],
});
const server = new PGLiteSocketServer({ db, path: socket, maxConnections: 32 });
await server.start();
parentPort.postMessage({ ready: true });

parentPort.on('message', async (asked) => {
  if (asked.dumpTo) {
    const { writeFile } = await import('node:fs/promises');
    const file = await db.dumpDataDir('none');
    await writeFile(asked.dumpTo, Buffer.from(await file.arrayBuffer()));
    parentPort.postMessage({ dumped: true });
    return;
  }
  await server.stop();
  await db.close();
  parentPort.postMessage({ stopped: true });
});
