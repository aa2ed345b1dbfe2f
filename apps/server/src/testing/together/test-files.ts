import { readdirSync, statSync } from 'node:fs';
import { join, relative } from 'node:path';

const root = join(__dirname, '../..');

/** How many runs the tests of the server are shared among. */
const shares = 4;

/**
 * Runs one share of the server's test files in one module registry. Loading the program takes seconds, for each file again
 * where each is run by itself; together all of them take less than half of the time.
 */
export function runShare(number: number): void {
  for (const file of shareOf(number))
    describe(relative(root, file), () => {
      jest.requireActual(file);
    });
}

/** The largest files are dealt out first, each to the share that has the least until then. */
function shareOf(number: number): string[] {
  const files = readdirSync(root, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.test.ts') && !name.includes('together'))
    .map((name) => ({ file: join(root, name), size: statSync(join(root, name)).size }))
    .sort((a, b) => b.size - a.size);
  const dealt = Array.from({ length: shares }, () => ({ size: 0, files: [] as string[] }));
  for (const { file, size } of files) {
    const least = dealt.reduce((a, b) => (b.size < a.size ? b : a));
    least.size += size;
    least.files.push(file);
  }
  return dealt[number]!.files;
}
