import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { aaText, contrast } from '@plumgate/core/brand';

const css = readFileSync(join(__dirname, 'app.css'), 'utf8');
const colour = (name: string) => new RegExp(`--color-${name}: (#[0-9a-f]{6});`).exec(css)![1]!;

// WCAG 2.2, success criterion 1.4.3; the ratio itself is checked in core.
it.each([
  ['ink', 'paper'],
  ['ink', 'sheet'],
  ['muted', 'paper'],
  ['muted', 'sheet'],
  ['sheet', 'plum'],
  ['plum-dark', 'plum-tint'],
  ['muted', 'plum-tint'],
  ['leaf', 'leaf-tint'],
  ['honey', 'honey-tint'],
  ['brick', 'brick-tint'],
  ['tide', 'tide-tint'],
  ['brick', 'paper'],
])('%s reads well on %s', (words, surface) =>
  expect(contrast(colour(words), colour(surface))).toBeGreaterThanOrEqual(aaText),
);
