import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FolderInUseError, holdFolder } from './folder-lock.ts';

let folder: string;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'plumgate-lock-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));
const lock = () => join(folder, 'in-use-by');

it('holds a folder once, and lets it go', async () => {
  const release = await holdFolder(folder);
  expect(await readFile(lock(), 'utf8')).toBe(String(process.pid));
  await expect(holdFolder(folder)).rejects.toThrow(FolderInUseError);
  await release();
  await (
    await holdFolder(folder)
  )();
});

it('refuses a folder of a running process and says which', async () => {
  await writeFile(lock(), String(process.ppid));
  await expect(holdFolder(folder)).rejects.toThrow(`is in use by process ${process.ppid}`);
});

it.each(['999999999', 'nonsense', '', String(process.pid)])(
  'takes over a lock that says %j, whose process is gone',
  async (left) => {
    await writeFile(lock(), left);
    await (
      await holdFolder(folder)
    )();
  },
);
