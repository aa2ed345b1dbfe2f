import { priceWords, type ClientRecords, type Facts } from '../clients/index.ts';
import type { BlockOf } from './document.ts';

/** The kinds of block that show records of the client, each with the list it shows. */
export const recordBlocks = {
  team: 'staff',
  cards: 'services',
  'price-list': 'services',
  reviews: 'reviews',
  gallery: 'photographs',
  badges: 'badges',
} as const;
export type RecordBlockKind = keyof typeof recordBlocks;

/** What of the fact sheet such blocks need. */
export type RecordFacts = Pick<Facts, 'currency' | 'locale' | 'badges' | 'photographs'>;

/** As many entries as such a block may have. */
const most = 12;

/** The entries of a block as the client's records have them, in their order: a service with its price below its words. */
export function entriesFrom(
  records: ClientRecords,
  facts: RecordFacts,
): { [Kind in RecordBlockKind]: BlockOf<Kind>['items'] } {
  return {
    team: records.staff
      .slice(0, most)
      .map(({ name, role, about, picture }) => ({ name, role, text: about, picture })),
    cards: records.services.slice(0, most).map(({ name, about, picture, ...price }) => ({
      title: name,
      text: [about, priceWords(price, facts)].filter(Boolean).join('\n'),
      picture,
    })),
    'price-list': records.services.slice(0, most).map(({ name, about, ...service }) => ({
      title: name,
      text: about.slice(0, 300),
      price: priceWords(service, facts),
    })),
    gallery: facts.photographs,
    badges: facts.badges,
    reviews: records.reviews.slice(0, most).map(({ id: _id, ...review }) => review),
  };
}
