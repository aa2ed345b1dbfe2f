import { open, type FileHandle } from 'node:fs/promises';
import { join } from 'node:path';
import { tryLock } from 'fs-native-extensions';

/** PGlite itself lets two processes open one folder and damage it; this lock does not. */
export class FolderInUseError extends Error {
  constructor(folder: string, pid: string) {
    super(
      `The data folder ${folder} is in use by process ${pid || '(unknown)'}. Stop that one first, or give this one a folder of its own with PLUMGATE_DATA.`,
    );
  }
}

/**
 * Takes the folder for this process and gives back what releases it. The operating system holds the lock (flock or its
 * like), so it ends with the process however that ends: nothing stale is ever met, and no process number is trusted. The
 * file stays where it is, since removing it would let a third process lock another file of the same name.
 */
export async function holdFolder(folder: string): Promise<() => Promise<void>> {
  const file = await open(join(folder, 'in-use-by'), 'a+', 0o600);
  if (!tryLock(file.fd)) {
    const pid = (await file.readFile('utf8')).trim();
    await file.close();
    throw new FolderInUseError(folder, pid);
  }
  await writePid(file);
  // Closing the file lets the lock go.
  return () => file.close();
}

/** Only for the message to the process that comes second. */
async function writePid(file: FileHandle): Promise<void> {
  await file.truncate(0);
  await file.write(String(process.pid));
}
