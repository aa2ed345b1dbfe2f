import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { scriptName, scriptOf } from '../domains/live-pages/assets.ts';

const folder = dirname(require.resolve('@plumgate/page-kit/visitor/hours.js'));
const parts = readdirSync(folder);

it.each(parts)('%s is small enough for a phone on a slow line', (name) => {
  // A schema or a time library that slips in by an import weighs ten times as much.
  expect(brotliCompressSync(readFileSync(join(folder, name))).length).toBeLessThan(2048);
});

it.each(parts)('%s stands alone', (name) => {
  // A page's script is put together from them: what they shared as a file of its own would be missing.
  expect(readFileSync(join(folder, name), 'utf8')).not.toMatch(/^(import|export)\b/m);
});

it('has every part', () => expect(parts.length).toBeGreaterThanOrEqual(7));

it('measures a visit with less than 1.5 KB', () => {
  const name = scriptName(['video', 'sections', 'events', 'seen']);
  expect(scriptOf(name)!.br.length).toBeLessThan(1536);
});
