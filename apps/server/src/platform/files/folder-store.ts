import { randomUUID } from 'node:crypto';
import { mkdir, open, readdir, readFile, rename, rm } from 'node:fs/promises';
import { dirname, join, relative, sep } from 'node:path';
import { checkKey, FileStore } from './file-store.ts';

/** Files in a folder; several processes may share it. */
export class FolderStore extends FileStore {
  constructor(private readonly folder: string) {
    super();
  }

  /** Written beside its place and then moved there, so that no one ever reads half a file. */
  async write(key: string, content: Uint8Array): Promise<void> {
    const place = this.placeOf(key);
    await mkdir(dirname(place), { recursive: true });
    const unfinished = join(dirname(place), `.${randomUUID()}`);
    try {
      const file = await open(unfinished, 'wx', 0o600);
      try {
        await file.writeFile(content);
        await file.sync();
      } finally {
        await file.close();
      }
      await rename(unfinished, place);
    } catch (error) {
      await rm(unfinished, { force: true });
      throw error;
    }
  }

  async read(key: string): Promise<Buffer | null> {
    return readFile(this.placeOf(key)).catch(nullWhenMissing);
  }

  async remove(key: string): Promise<void> {
    await rm(this.placeOf(key), { force: true });
  }

  async list(folder: string): Promise<string[]> {
    const options = { recursive: true, withFileTypes: true } as const;
    const found = (await readdir(this.placeOf(folder), options).catch(nullWhenMissing)) ?? [];
    return found
      .filter((one) => one.isFile() && !one.name.startsWith('.'))
      .map((one) => relative(this.folder, join(one.parentPath, one.name)).split(sep).join('/'));
  }

  private placeOf(key: string): string {
    return join(this.folder, ...checkKey(key).split('/'));
  }
}

function nullWhenMissing(error: unknown): null {
  if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
  throw error;
}
