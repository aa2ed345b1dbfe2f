import { Band, type Block, type PageDocument } from './document.ts';
import { withoutExamples } from './example-pictures.ts';
import { fittedBand } from './fitted-band.ts';

/**
 * A page as visitors see it: without pictures that are only examples and blocks that have nothing to show yet, and without
 * the columns and bands that held nothing else, so that no gap is left.
 */
export function shownPage(page: PageDocument): PageDocument {
  const bands = page.bands.flatMap((band) => shownBand(band) ?? []);
  return bands.every((band, index) => band === page.bands[index]) &&
    bands.length === page.bands.length
    ? page
    : { ...page, bands };
}

const shownBand = (band: Band) =>
  fittedBand(withoutExamples(Band, band), (block) => (showsNothing(block) ? null : block));

/** Whether a block has nothing to show until somebody chooses what. */
export function showsNothing(block: Block): boolean {
  switch (block.kind) {
    case 'picture':
      return block.picture === null && block.drawing === 'none';
    case 'gallery':
      return block.items.length === 0;
    case 'before-after':
      return block.before === null || block.after === null;
    case 'video':
      return block.source.from === 'nowhere';
    default:
      return false;
  }
}
