/** Counts lines of code that are not blank, and how many of them are tests. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { root } from './lib.mjs';

const files = execFileSync(
  'git',
  ['ls-files', '--cached', '--others', '--exclude-standard', '*.ts', '*.tsx', '*.mjs'],
  { cwd: root, encoding: 'utf8' },
)
  .split('\n')
  .filter(Boolean);
const isTest = (path) =>
  /\.test\.tsx?$/.test(path) || path.startsWith('e2e/') || path.includes('/testing/');
const count = { code: 0, tests: 0 };
for (const path of files) {
  const lines = readFileSync(`${root}/${path}`, 'utf8')
    .split('\n')
    .filter((line) => line.trim()).length;
  count[isTest(path) ? 'tests' : 'code'] += lines;
}
const all = count.code + count.tests;
console.log(
  `${all} lines: ${count.code} of the program, ${count.tests} of tests (${Math.round((100 * count.tests) / all)}%)`,
);
