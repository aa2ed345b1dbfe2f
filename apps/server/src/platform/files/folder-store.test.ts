import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FolderStore } from './folder-store.ts';

let folder: string;
let store: FolderStore;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'plumgate-files-'));
  store = new FolderStore(join(folder, 'files'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));

it('gives back what was written, and the newer of two', async () => {
  await store.write('plans/loft.pdf', Buffer.from('first'));
  await store.write('plans/loft.pdf', Buffer.from('second'));
  expect((await store.read('plans/loft.pdf'))?.toString()).toBe('second');
  // Nothing unfinished is left beside it.
  expect(await readdir(join(folder, 'files', 'plans'))).toEqual(['loft.pdf']);
});

it('has nothing under a key without a file, and removes nothing there', async () => {
  expect(await store.read('plans/none')).toBeNull();
  await store.remove('plans/none');
  expect(await store.list('plans')).toEqual([]);
});

it('lists what lies in a folder and in the folders of it', async () => {
  for (const key of ['a/one', 'a/b/two', 'other/three']) await store.write(key, Buffer.from(key));
  expect((await store.list('a')).sort()).toEqual(['a/b/two', 'a/one']);
  await store.remove('a/one');
  expect(await store.list('a')).toEqual(['a/b/two']);
});

it.each([
  '',
  '../secret',
  'a/../../b',
  '/etc/passwd',
  'a//b',
  '.hidden',
  'a/.hidden',
  'a\\b',
  'a\0b',
])('refuses %j as a key', async (key) => {
  await expect(store.write(key, Buffer.from('x'))).rejects.toThrow('no key of a file');
  await expect(store.read(key)).rejects.toThrow('no key of a file');
});
