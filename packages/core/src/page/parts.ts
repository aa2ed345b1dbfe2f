import type { z } from 'zod';
import { FormDefinition } from '../forms/index.ts';
import { Band, Block, Column, PageDocument } from './document.ts';

/** Each kind of part by the setting that only it has; the block is what is left. */
const kinds: readonly [setting: string, schema: z.ZodType][] = [
  ['bands', PageDocument],
  ['columns', Band],
  ['blocks', Column],
  ['questions', FormDefinition],
  ['kind', Block],
];

/** The pages, bands, columns, blocks and forms that are given, one by one, each with its schema; lists of them may be nested. */
export function partsIn(given: unknown): { schema: z.ZodType; part: object }[] {
  if (Array.isArray(given)) return given.flatMap(partsIn);
  const schema = schemaOf(given);
  return schema ? [{ schema, part: given as object }] : [];
}

/** Every block in the pages and parts that are given, in reading order. */
export function blocksIn(given: unknown): Block[] {
  if (Array.isArray(given)) return given.flatMap(blocksIn);
  if (typeof given !== 'object' || given === null) return [];
  const lists = ['bands', 'columns', 'blocks'].filter((setting) => setting in given);
  if (lists.length === 0) return 'kind' in given ? [given as Block] : [];
  return lists.flatMap((setting) => blocksIn((given as Record<string, unknown>)[setting]));
}

/** The schema of a page, band, column, block or form; undefined for anything else. */
export function schemaOf(part: unknown): z.ZodType | undefined {
  if (typeof part !== 'object' || part === null) return undefined;
  return kinds.find(([setting]) => setting in part)?.[1];
}
