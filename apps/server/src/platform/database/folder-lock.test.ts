import { spawn } from 'node:child_process';
import { once } from 'node:events';
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

it('takes a folder whatever the file of an ended process says', async () => {
  for (const left of ['999999999', 'nonsense', '', String(process.pid), String(process.ppid)]) {
    await writeFile(lock(), left);
    const release = await holdFolder(folder);
    await release();
  }
});

/** A program that tries to hold the folder and says whether it could; it holds on until it is killed. */
const rival = () => {
  const child = spawn(process.execPath, [
    '-e',
    `const { tryLock } = require('fs-native-extensions');
     const { openSync } = require('node:fs');
     const got = tryLock(openSync(process.argv[1], 'a+'));
     console.log(got ? 'held' : 'refused');
     if (got) setInterval(() => {}, 1000);`,
    lock(),
  ]);
  return { child, said: once(child.stdout, 'data').then(([said]) => String(said).trim()) };
};

it('is given to one of six processes that meet an old lock at once, and ends with that one', async () => {
  await writeFile(lock(), '999999999');
  const rivals = Array.from({ length: 6 }, rival);
  const said = await Promise.all(rivals.map((one) => one.said));
  expect(said.filter((word) => word === 'held')).toHaveLength(1);
  await expect(holdFolder(folder)).rejects.toThrow(FolderInUseError);
  const holder = rivals[said.indexOf('held')]!.child;
  holder.kill('SIGKILL');
  await once(holder, 'exit');
  await (
    await holdFolder(folder)
  )();
});
