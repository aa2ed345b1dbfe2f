import { createHash } from 'node:crypto';
import { chmod, lstat, mkdir, mkdtemp, realpath, rm } from 'node:fs/promises';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { holdFolder } from './folder-lock.ts';

const thread = fileURLToPath(new URL('../../../pglite/thread.mjs', import.meta.url));
/** Part of the socket's file name, which the pg driver builds as `.s.PGSQL.<port>`. */
const port = 5432;
/** A Unix socket's path may have 107 bytes at most on Linux, 103 on macOS. */
const maxSocketPath = 100;

export interface RunningPglite {
  socketFolder: string;
  port: number;
  dumpTo: (file: string) => Promise<void>;
  stop: () => Promise<void>;
}

/**
 * Starts PGlite in a thread of its own on the data in `folder`, or in memory from a `dump`. `onDeath` hears when the
 * thread ends without having been asked to.
 */
export async function startPglite(
  folder: string,
  dump?: string,
  onDeath: (reason: Error) => void = () => {},
): Promise<RunningPglite> {
  await mkdir(folder, { recursive: true });
  const release = dump ? async () => {} : await holdFolder(folder);
  let isStopping = false;
  try {
    const socketFolder = dump ? await freshFolder() : await socketFolderOf(folder);
    const socket = join(socketFolder, `.s.PGSQL.${port}`);
    // What a killed process left behind; the folder is held, so nobody listens there.
    await rm(socket, { force: true });
    const worker = new Worker(thread, { workerData: { folder: join(folder, 'pg'), socket, dump } });
    const told = async (message: object) => {
      worker.postMessage(message);
      await once(worker, 'message');
    };
    await once(worker, 'message');
    worker.on('error', onDeath);
    worker.on('exit', (code) => {
      if (!isStopping) onDeath(new Error(`The database's thread ended with code ${code}.`));
    });
    return {
      socketFolder,
      port,
      dumpTo: (file) => told({ dumpTo: file }),
      stop: async () => {
        isStopping = true;
        await told({ stop: true });
        await worker.terminate();
        await rm(socketFolder, { recursive: true, force: true });
        await release();
      },
    };
  } catch (error) {
    await release();
    throw error;
  }
}

/**
 * Where the socket lives: in the data folder, or where that path is too long, in a private folder that is named for the
 * data folder. Either is the same at each start, so that a killed process leaves nothing that adds up.
 */
async function socketFolderOf(folder: string): Promise<string> {
  const inside = join(folder, 'socket');
  if (Buffer.byteLength(join(inside, `.s.PGSQL.${port}`)) <= maxSocketPath) {
    await mkdir(inside, { recursive: true, mode: 0o700 });
    return inside;
  }
  const name = createHash('sha256')
    .update(await realpath(folder))
    .digest('hex')
    .slice(0, 16);
  const outside = join(tmpdir(), `plumgate-${name}`);
  await mkdir(outside, { mode: 0o700 }).catch(() => {});
  const found = await lstat(outside);
  // Anybody may write to the system's temporary folder: one that is not ours alone is not used.
  const isOurs = found.isDirectory() && found.uid === process.getuid?.();
  if (!isOurs) return freshFolder();
  await chmod(outside, 0o700);
  return outside;
}

async function freshFolder(): Promise<string> {
  return mkdtemp(join(tmpdir(), 'plumgate-'));
}
