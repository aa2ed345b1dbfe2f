import { type NodeId } from '../basics/index.ts';
import { emailBlockKinds, type EmailBlock, type EmailBlockKind } from './email-blocks.ts';
import type { PlainBlock } from './email-blocks.ts';

type Blocks = readonly EmailBlock[];

/** A list of blocks in an email: its own, or one side of its columns. */
export type EmailPlace = { in: NodeId; side: 0 | 1 } | null;

/** A new block of a kind, with an id that the others do not have. */
export const newEmailBlock = (kind: EmailBlockKind, id: NodeId): EmailBlock =>
  ({ id, kind, ...emailBlockKinds[kind].starter }) as EmailBlock;

export function findBlock(blocks: Blocks, id: NodeId): EmailBlock | null {
  for (const block of blocks) {
    if (block.id === id) return block;
    if (block.kind !== 'columns') continue;
    const inner = findBlock(block.sides.flat(), id);
    if (inner) return inner;
  }
  return null;
}

/** Where a block lies, and at which index there. */
export function placeOf(blocks: Blocks, id: NodeId): { place: EmailPlace; index: number } | null {
  const index = blocks.findIndex((block) => block.id === id);
  if (index >= 0) return { place: null, index };
  for (const block of blocks) {
    if (block.kind !== 'columns') continue;
    for (const side of [0, 1] as const) {
      const found = block.sides[side].findIndex((inner) => inner.id === id);
      if (found >= 0) return { place: { in: block.id, side }, index: found };
    }
  }
  return null;
}

/** The blocks with the list at a place made into another. */
function withList(
  blocks: Blocks,
  place: EmailPlace,
  make: (list: readonly EmailBlock[]) => readonly EmailBlock[],
): EmailBlock[] {
  if (place === null) return [...make(blocks)];
  return blocks.map((block) =>
    block.kind === 'columns' && block.id === place.in
      ? {
          ...block,
          sides: block.sides.with(place.side, [
            ...make(block.sides[place.side]),
          ] as PlainBlock[]) as typeof block.sides,
        }
      : block,
  );
}

/** The blocks with one of them changed; the others are the same objects as before. */
export function changeBlock(blocks: Blocks, changed: EmailBlock): EmailBlock[] {
  const at = placeOf(blocks, changed.id);
  return at ? withList(blocks, at.place, (list) => list.with(at.index, changed)) : [...blocks];
}

export function removeBlock(blocks: Blocks, id: NodeId): EmailBlock[] {
  const at = placeOf(blocks, id);
  return at ? withList(blocks, at.place, (list) => list.toSpliced(at.index, 1)) : [...blocks];
}

/** Adds a block at a place; columns within columns do not exist, and are not added. */
export function addBlock(
  blocks: Blocks,
  added: EmailBlock,
  { place, index }: { place: EmailPlace; index: number },
): EmailBlock[] {
  if (place !== null && added.kind === 'columns') return [...blocks];
  return withList(blocks, place, (list) => list.toSpliced(index, 0, added));
}

/** Moves a block up (-1) or down (1) within its list; at the end of it nothing changes. */
export function moveBlock(blocks: Blocks, id: NodeId, by: -1 | 1): EmailBlock[] {
  const at = placeOf(blocks, id);
  if (!at) return [...blocks];
  return withList(blocks, at.place, (list) => {
    const to = at.index + by;
    if (to < 0 || to >= list.length) return list;
    return list.toSpliced(at.index, 1).toSpliced(to, 0, list[at.index]!);
  });
}

/** A copy of a block with new ids, as `nextId` gives them. */
export const copyBlock = (block: EmailBlock, nextId: () => NodeId): EmailBlock =>
  block.kind === 'columns'
    ? {
        ...block,
        id: nextId(),
        sides: block.sides.map((side) =>
          side.map((inner) => copyBlock(inner, nextId)),
        ) as typeof block.sides,
      }
    : { ...block, id: nextId() };
