/**
 * The database's own thread: PGlite behind a Unix socket, so that a heavy query never stalls a visitor's page and the
 * rest of the program speaks to PGlite and PostgreSQL through one driver. Plain JavaScript, since threads start from a file.
 */
import { readFile } from 'node:fs/promises';
import { parentPort, workerData } from 'node:worker_threads';
import { PGlite } from '@electric-sql/pglite';
import { btree_gist } from '@electric-sql/pglite/contrib/btree_gist';
import { pg_trgm } from '@electric-sql/pglite/contrib/pg_trgm';
import { PGLiteSocketServer } from '@electric-sql/pglite-socket';

const { folder, socket, dump } = workerData;
const db = await PGlite.create({
  ...(dump ? { loadDataDir: new Blob([await readFile(dump)]) } : { dataDir: folder }),
  extensions: { btree_gist, pg_trgm },
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
