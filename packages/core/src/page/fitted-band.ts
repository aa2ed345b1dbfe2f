import type { Band, Block, Column } from './document.ts';

/** Blocks that say nothing by themselves once what they were about is gone. */
const framing = new Set<Block['kind']>(['heading', 'text', 'space', 'divider']);

/**
 * A band with each block as `turn` gives it. A block that becomes null is left out, and with it a column in which only what
 * framed it would be left; null where no column is left.
 */
export function fittedBand(band: Band, turn: (block: Block) => Block | null): Band | null {
  const columns = band.columns.flatMap((column) => fittedColumn(column, turn) ?? []);
  if (columns.length === 0) return null;
  return columns.length === band.columns.length &&
    columns.every((column, index) => column === band.columns[index])
    ? band
    : { ...band, columns };
}

function fittedColumn(column: Column, turn: (block: Block) => Block | null): Column | null {
  const turned = column.blocks.map(turn);
  if (turned.every((block, index) => block === column.blocks[index])) return column;
  const blocks = turned.filter((block) => block !== null);
  const hasLost = blocks.length < column.blocks.length;
  return hasLost && blocks.every(({ kind }) => framing.has(kind)) ? null : { ...column, blocks };
}
