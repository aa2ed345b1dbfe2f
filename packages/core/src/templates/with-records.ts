import type { ClientRecords, Facts } from '../clients/index.ts';
import { entriesFrom, type Band, type Block, type Draft } from '../page/index.ts';

/** Blocks that say nothing by themselves once what they were about is gone. */
const framing = new Set<Block['kind']>(['heading', 'text', 'space', 'divider']);

/**
 * A template's page with the client's own people and reviews in their places, as many as the template shows. Where the
 * client has none, the block is left out, and the whole band where nothing else is in it: a page without reviews is
 * better than one that waits for them. They can be added later from the shelf.
 */
export function withRecords(
  draft: Draft,
  records: ClientRecords,
  facts: Pick<Facts, 'currency' | 'locale'>,
): Draft {
  const entries = entriesFrom(records, facts);
  const filled = (block: Block): Block | null => {
    if (block.kind !== 'team' && block.kind !== 'reviews') return block;
    const items = entries[block.kind].slice(0, block.items.length);
    return items.length > 0 ? ({ ...block, items } as Block) : null;
  };
  const bands = draft.page.bands.flatMap((band) => fittedBand(band, filled) ?? []);
  return { ...draft, page: { ...draft.page, bands } };
}

function fittedBand(band: Band, filled: (block: Block) => Block | null): Band | null {
  const blocks = band.columns.flatMap((column) => column.blocks);
  const kept = blocks.map(filled);
  if (kept.every((block, index) => block === blocks[index])) return band;
  if (kept.every((block) => block === null || framing.has(block.kind))) return null;
  const columns = band.columns
    .map((column) => ({
      ...column,
      blocks: column.blocks.flatMap((block) => filled(block) ?? []),
    }))
    .filter(({ blocks: left }) => left.length > 0);
  return { ...band, columns };
}
