import { emptyCard, type ClientRecords } from '../clients/index.ts';
import { blockKinds, entriesFrom, newBlock, recordBlocks, type RecordBlockKind } from './index.ts';

const id = (n: number) => `00000000-0000-4000-8000-00000000000${n}` as never;
const picture = { id: id(9), width: 400, height: 400 };
const records: ClientRecords = {
  staff: [
    {
      id: id(1),
      name: 'Ines Rook',
      role: 'Dentist',
      about: 'Never in a hurry.',
      picture,
      ...emptyCard,
    },
  ],
  services: [
    {
      ...{ id: id(2), name: 'Crown', about: 'Made in the house.', picture: null },
      ...{ priceFrom: 90000, priceTo: 120000 },
    },
    {
      ...{ id: id(3), name: 'First visit', about: '', picture: null },
      ...{ priceFrom: 0, priceTo: 0 },
    },
  ],
  reviews: [
    { id: id(4), said: 'Kind.', who: 'Dana R.', stars: 5, source: 'Harbor Pages', picture: null },
  ],
};
const facts = {
  currency: 'USD',
  locale: 'en-US',
  badges: ['Insured in Maine'],
  photographs: [{ picture, alt: 'The crew' }],
};
const entries = entriesFrom(records, facts);

it('shows each record as its block has it', () => {
  expect(entries).toEqual({
    team: [{ name: 'Ines Rook', role: 'Dentist', text: 'Never in a hurry.', picture }],
    cards: [
      { title: 'Crown', text: 'Made in the house.\n$900 to $1,200', picture: null },
      { title: 'First visit', text: '$0', picture: null },
    ],
    'price-list': [
      { title: 'Crown', text: 'Made in the house.', price: '$900 to $1,200' },
      { title: 'First visit', text: '', price: '$0' },
    ],
    gallery: facts.photographs,
    badges: ['Insured in Maine'],
    reviews: [{ said: 'Kind.', who: 'Dana R.', stars: 5, source: 'Harbor Pages', picture: null }],
  });
});

it.each(Object.keys(recordBlocks) as RecordBlockKind[])('a %s block takes them', (kind) => {
  const block = { ...newBlock(kind, 'b'), items: entries[kind] };
  expect(blockKinds[kind].schema.safeParse(block).error).toBeUndefined();
});

it('gives no more than a block takes', () => {
  const many = { ...records, staff: Array.from({ length: 30 }, () => records.staff[0]!) };
  expect(entriesFrom(many, facts).team).toHaveLength(12);
});
