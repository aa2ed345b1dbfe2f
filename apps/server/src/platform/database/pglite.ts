import { chmod, mkdir, mkdtemp, rm } from 'node:fs/promises';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { holdFolder } from './folder-lock.ts';

const thread = fileURLToPath(new URL('../../../pglite/thread.mjs', import.meta.url));
/** Part of the socket's file name, which the pg driver builds as `.s.PGSQL.<port>`. */
const port = 5432;

export interface RunningPglite {
  socketFolder: string;
  port: number;
  dumpTo: (file: string) => Promise<void>;
  stop: () => Promise<void>;
}

/** Starts PGlite in a thread of its own on the data in `folder`, or in memory from a `dump`. */
export async function startPglite(folder: string, dump?: string): Promise<RunningPglite> {
  await mkdir(folder, { recursive: true });
  const release = dump ? async () => {} : await holdFolder(folder);
  // A socket's path may have 107 bytes at most, so it lives in a short private folder rather than beside the data.
  const socketFolder = await mkdtemp(join(tmpdir(), 'plumgate-'));
  await chmod(socketFolder, 0o700);
  const socket = join(socketFolder, `.s.PGSQL.${port}`);
  const worker = new Worker(thread, { workerData: { folder: join(folder, 'pg'), socket, dump } });
  const told = async (message: object) => {
    worker.postMessage(message);
    await once(worker, 'message');
  };
  try {
    await once(worker, 'message');
  } catch (error) {
    await release();
    throw error;
  }
  return {
    socketFolder,
    port,
    dumpTo: (file) => told({ dumpTo: file }),
    stop: async () => {
      await told({ stop: true });
      await worker.terminate();
      await rm(socketFolder, { recursive: true, force: true });
      await release();
    },
  };
}
