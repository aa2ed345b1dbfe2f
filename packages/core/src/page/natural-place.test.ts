import { naturalPlace, newBand, newBlock, type Band, type Block } from './index.ts';

const bandOf = (id: string, block: Block, changes: Partial<Band> = {}): Band => ({
  ...newBand(id, [{ id: `${id}-c`, share: 1, blocks: [block] }]),
  ...changes,
});
const header = bandOf('header', newBlock('logo', 'l', {}));
const headline = bandOf('headline', newBlock('heading', 'h', { level: 1 }));
const reviews = bandOf('reviews', newBlock('reviews', 'r', {}));
const footer = bandOf('footer', newBlock('legal-footer', 'f', {}));
const popup = bandOf('popup', newBlock('text', 't', {}), { popup: 'p' });
const whole = [header, headline, reviews, footer];

it.each<[string, Band[], Band, number | null, number]>([
  ['a band with nothing picked goes before the legal footer', whole, reviews, null, 3],
  ['a band goes below the one that is picked', whole, reviews, 1, 2],
  ['but not below the legal footer', whole, reviews, 3, 3],
  ['a header goes to the top', [headline, footer], header, 1, 0],
  ['a headline goes below the header', [header, reviews, footer], headline, 2, 1],
  ['a headline on a page without a header goes to the top', [reviews], headline, 0, 0],
  ['a legal footer goes to the end', [header, reviews], footer, 0, 2],
  ['a legal footer goes before the bands of popups', [header, popup], footer, 0, 1],
  ['a footer with popups after it is still the end', [header, footer, popup], reviews, null, 1],
  ['a first band', [], reviews, null, 0],
])('%s', (_what, bands, band, after, index) =>
  expect(naturalPlace({ bands }, band, after)).toBe(index),
);
