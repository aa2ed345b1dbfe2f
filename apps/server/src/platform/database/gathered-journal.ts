import { closeSync, mkdirSync, openSync, writeSync } from 'node:fs';
import { readdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';

const ending = '.jsonl';

/**
 * Files in which items wait beside the memory, a line for each, until they are in the database. A line is with the
 * operating system when `append` returns: it is there after the program was killed, not after the machine lost its power.
 */
export class GatheredJournal {
  constructor(private readonly folder: string) {}

  /** A file for the items of a batch; it is there from the first item on. Throws what the file system says. */
  begin(id: string): { append: (item: unknown) => void; remove: () => Promise<void> } {
    const path = this.pathOf(id);
    mkdirSync(this.folder, { recursive: true });
    const file = openSync(path, 'a');
    return {
      append: (item) => void writeSync(file, `${JSON.stringify(item)}\n`),
      remove: async () => {
        closeSync(file);
        await this.remove(id);
      },
    };
  }

  /** The batches that lie here. */
  async ids(): Promise<string[]> {
    const names = await readdir(this.folder).catch(() => []);
    return names
      .filter((name) => name.endsWith(ending))
      .map((name) => name.slice(0, -ending.length));
  }

  /** The items of a batch, in order, as JSON gives them; what was cut off by the end of the program or of the disk is none. */
  async read(id: string): Promise<unknown[]> {
    const text = await readFile(this.pathOf(id), 'utf8');
    const whole = text.slice(0, text.lastIndexOf('\n') + 1);
    return whole.split('\n').flatMap((line) => (line === '' ? [] : [JSON.parse(line) as unknown]));
  }

  async remove(id: string): Promise<void> {
    await rm(this.pathOf(id), { force: true });
  }

  private pathOf(id: string): string {
    return join(this.folder, `${id}${ending}`);
  }
}
