import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { wordsLook } from '../look.ts';

/** The parts of a home that a block may show, each by its name on the screen. */
export const homeParts = {
  price: 'Price and facts',
  pictures: 'Pictures',
  words: 'Description and features',
  visits: 'Open houses',
  map: 'Map',
  agent: 'Agent',
} as const;
export type HomePart = keyof typeof homeParts;

/** A part of the home that the page is about, as its listing has it. */
export const listing = blockKind({
  kind: 'listing',
  label: 'Home for sale',
  look: [...wordsLook, 'align'],
  settings: { shows: z.enum(Object.keys(homeParts) as [HomePart]) },
  starter: { shows: 'price' },
  nameOf: ({ shows }) => `Home · ${homeParts[shows]}`,
});
