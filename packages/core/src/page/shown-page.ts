import type { Facts } from '../clients/index.ts';
import { Band, type Block, type PageDocument } from './document.ts';
import { withoutExamples } from './example-pictures.ts';
import { fittedBand } from './fitted-band.ts';

/**
 * A page as visitors see it: without pictures that are only examples and blocks that have nothing to show yet, and without
 * the columns and bands that held nothing else, so that no gap is left.
 */
export function shownPage(page: PageDocument, facts: ShownFacts): PageDocument {
  const bands = page.bands.flatMap((band) => shownBand(band, facts) ?? []);
  return bands.every((band, index) => band === page.bands[index]) &&
    bands.length === page.bands.length
    ? page
    : { ...page, bands };
}

const shownBand = (band: Band, facts: ShownFacts) =>
  fittedBand(withoutExamples(Band, band), (block) => (showsNothing(block, facts) ? null : block));

/** What a fact sheet has for blocks that show nothing else. */
type ShownFacts = Pick<Facts, 'areas' | 'week' | 'social'>;

/**
 * Whether a block has nothing to show until somebody chooses what, or until the fact sheet has it. What stands beside other
 * words, such as the number to call, is not among them: what is around it says enough without it.
 */
export function showsNothing(block: Block, facts: ShownFacts): boolean {
  switch (block.kind) {
    case 'picture':
      return block.picture === null && block.drawing === 'none';
    case 'gallery':
      return block.items.length === 0;
    case 'before-after':
      return block.before === null || block.after === null;
    case 'video':
      return block.source.from === 'nowhere';
    case 'areas':
      return facts.areas.length === 0;
    case 'hours':
      return facts.week.every((spans) => spans.length === 0);
    case 'social':
      return facts.social.length === 0;
    default:
      return false;
  }
}
