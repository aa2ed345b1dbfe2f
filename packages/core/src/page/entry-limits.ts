import { z } from 'zod';
import { blockKinds, type BlockKindName } from './blocks/index.ts';

/**
 * How long each text in the entries of a kind of block may be, in characters, as its schema has it: of a card
 * `{ title: 120, text: 600 }`. Empty for a kind without entries.
 */
export function entryLimits(kind: BlockKindName): Record<string, number> {
  const { items } = blockKinds[kind].schema.shape as { items?: unknown };
  if (!(items instanceof z.ZodArray) || !(items.element instanceof z.ZodObject)) return {};
  return Object.fromEntries(
    Object.entries(items.element.shape as Record<string, unknown>).flatMap(([field, schema]) =>
      schema instanceof z.ZodString && schema.maxLength !== null
        ? [[field, schema.maxLength] as const]
        : [],
    ),
  );
}
