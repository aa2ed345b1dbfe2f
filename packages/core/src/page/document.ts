import { z } from 'zod';
import type { FormId } from '../basics/index.ts';
import { words } from './block-kind.ts';
import { blockKinds, type BlockKindName } from './blocks/index.ts';
import { NodeId } from './node-id.ts';

const schemas = Object.values(blockKinds).map((kind) => kind.schema);

type BlockOf<Kind extends BlockKindName> = z.infer<(typeof blockKinds)[Kind]['schema']>;
export type Block = { [Kind in BlockKindName]: BlockOf<Kind> }[BlockKindName];
export type { BlockOf };
export const Block = z.discriminatedUnion(
  'kind',
  schemas as unknown as [(typeof schemas)[number], ...(typeof schemas)[number][]],
) as unknown as z.ZodType<Block>;

/** How many parts a place may hold: enough for any page in the trade, few enough to stay quick. */
export const limits = { bands: 60, columns: 4, blocks: 40 } as const;

export const Column = z.strictObject({
  id: NodeId,
  /** Width in proportion to the other columns of the band, 1 to 12. */
  share: z.int().min(1).max(12),
  blocks: z.array(Block).max(limits.blocks),
});
export type Column = z.infer<typeof Column>;

export const Surface = z.enum(['paper', 'tint', 'deep', 'action']);
export type Surface = z.infer<typeof Surface>;

export const Band = z.strictObject({
  id: NodeId,
  name: words(80),
  surface: Surface,
  space: z.enum(['bar', 'snug', 'even', 'roomy']),
  width: z.enum(['wide', 'medium', 'narrow']),
  columns: z.array(Column).min(1).max(limits.columns),
});
export type Band = z.infer<typeof Band>;

/** A page: bands from top to bottom, each with one to four columns of blocks. */
export const PageDocument = z.strictObject({
  version: z.literal(1),
  title: words(120),
  description: words(300),
  bands: z.array(Band).max(limits.bands),
});
export type PageDocument = z.infer<typeof PageDocument>;

export const emptyPage = (title: string): PageDocument => ({
  version: 1,
  title,
  description: '',
  bands: [],
});

/** Every block of a page in reading order. */
export function blocksOf(page: PageDocument): Block[] {
  return page.bands.flatMap((band) => band.columns.flatMap((column) => column.blocks));
}

/** A new block of a kind with its starting settings. */
export function newBlock<Kind extends BlockKindName>(
  kind: Kind,
  id: NodeId,
  settings: Partial<BlockOf<Kind>> = {},
): BlockOf<Kind> {
  return { ...blockKinds[kind].starter, ...settings, id, kind } as BlockOf<Kind>;
}

/** What the outline calls a block: its own words where it has some. */
export function nameOfBlock(block: Block): string {
  const kind = blockKinds[block.kind] as { nameOf: (settings: unknown) => string };
  return kind.nameOf(block);
}

/** The form that a block shows; null for a block without one. */
export function formIdOf(block: Block): FormId | null {
  return block.kind === 'form' || block.kind === 'booking' ? block.formId : null;
}

/** The forms that stand on a page, each once. */
export function formsOn(page: PageDocument): FormId[] {
  return [...new Set(blocksOf(page).flatMap((block) => formIdOf(block) ?? []))];
}
