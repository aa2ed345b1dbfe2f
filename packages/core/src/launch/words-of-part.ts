import { wordsOf, type Block, type RichText } from '../page/index.ts';

type Plain = Record<string, unknown>;

/** Settings that hold words for a visitor to read, wherever in a block they stand. */
const read = new Set([
  'text',
  'title',
  'intro',
  'label',
  'above',
  'below',
  'price',
  'over',
  'said',
  'who',
  'question',
  'answer',
  'name',
  'role',
  'besideLabel',
  'items',
  'address',
  'directions',
]);

/** Every stretch of words in a block that a visitor reads, each on its own. Code is nobody's words. */
export function wordsInBlock(block: Block): string[] {
  if (block.kind === 'code') return [];
  return inside(block as unknown as Plain);
}

function inside(part: Plain): string[] {
  return Object.entries(part).flatMap(([name, value]) => (read.has(name) ? stretches(value) : []));
}

function stretches(value: unknown): string[] {
  if (typeof value === 'string') return value ? [value] : [];
  if (!Array.isArray(value)) return [];
  if (isRich(value)) return [wordsOf(value)];
  return value.flatMap((one) => (typeof one === 'string' ? stretches(one) : inside(one as Plain)));
}

const isRich = (value: unknown[]): value is RichText =>
  value.some((one) => typeof one === 'object' && one !== null && 'kind' in one);
