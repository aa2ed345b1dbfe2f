import { readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';

/** PGlite itself lets two processes open one folder and damage it; this lock does not. */
export class FolderInUseError extends Error {
  constructor(folder: string, pid: number) {
    super(
      `The data folder ${folder} is in use by process ${pid}. Stop that one first, or give this one a folder of its own with PLUMGATE_DATA.`,
    );
  }
}

/** What this process holds itself: after a restart in a container an old lock may bear our own process number. */
const heldHere = new Set<string>();

/**
 * Takes the folder for this process and gives back what releases it. A lock whose process is gone, after a crash, is
 * taken over.
 */
export async function holdFolder(folder: string): Promise<() => Promise<void>> {
  const lock = join(folder, 'in-use-by');
  for (;;) {
    try {
      await writeFile(lock, String(process.pid), { flag: 'wx', mode: 0o600 });
      heldHere.add(lock);
      return async () => {
        heldHere.delete(lock);
        await rm(lock, { force: true });
      };
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    }
    const pid = Number(await readFile(lock, 'utf8').catch(() => '0'));
    if (heldHere.has(lock) || isOtherProcess(pid)) throw new FolderInUseError(folder, pid);
    await rm(lock, { force: true });
  }
}

function isOtherProcess(pid: number): boolean {
  if (!(pid > 0) || pid === process.pid) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}
