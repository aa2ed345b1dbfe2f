import type { PictureRef } from '../basics/index.ts';
import type { ClientRecords } from '../clients/index.ts';
import {
  entriesFrom,
  fittedBand,
  isExample,
  isOfOneHome,
  type Band,
  type Block,
  type Draft,
  type RecordFacts,
} from '../page/index.ts';

/**
 * A template's page with what the client has typed once in its places: people, reviews, priced services, badges, and
 * photographs where examples stood. Where the client has no people or reviews, the block is left out, and the whole band
 * where nothing else is in it: a page without reviews is better than one that waits for them. They can be added later
 * from the shelf.
 */
export function withRecords(draft: Draft, records: ClientRecords, facts: RecordFacts): Draft {
  const filled = fillerOf(records, facts);
  const bands = draft.page.bands.flatMap((band) => fittedBand(band, filled) ?? []);
  return { ...draft, page: { ...draft.page, bands } };
}

/** A ready-made band filled likewise. One that somebody asked for by name stays, even where there is nothing to fill it with. */
export const bandWithRecords = (band: Band, records: ClientRecords, facts: RecordFacts): Band =>
  fittedBand(band, fillerOf(records, facts)) ?? band;

/** Gives each block with the client's own in it, or null where it needs people or reviews and there are none. */
function fillerOf(records: ClientRecords, facts: RecordFacts): (block: Block) => Block | null {
  const entries = entriesFrom(records, facts);
  const hasPrices = entries['price-list'].some(({ price }) => price !== '');
  const photographs = [...facts.photographs];
  /** Those that no block has yet: nobody reads the same words twice. */
  const reviews = [...entries.reviews];
  /** The next photograph in the place of an example; what shows a home for sale waits for that home's pictures. */
  const taken = <Place extends { picture: PictureRef | null }>(place: Place): Place =>
    isExample(place.picture) && !isOfOneHome(place.picture)
      ? { ...place, ...photographs.shift() }
      : place;
  return (block) => {
    switch (block.kind) {
      case 'team': {
        const items = entries.team.slice(0, block.items.length);
        return items.length > 0 ? { ...block, items } : null;
      }
      case 'reviews': {
        const items = reviews.splice(0, block.items.length);
        return items.length > 0 ? { ...block, items } : null;
      }
      case 'price-list':
        return hasPrices ? { ...block, items: entries['price-list'] } : block;
      case 'badges':
        return facts.badges.length > 0 ? { ...block, items: facts.badges } : block;
      case 'picture':
        return taken(block);
      case 'gallery':
        return { ...block, items: block.items.map(taken) };
      default:
        return block;
    }
  };
}
