import { ClientRecords, priceWords, Service } from './index.ts';

const us = { currency: 'USD', locale: 'en-US' };
it.each<[number | null, number | null, typeof us, string]>([
  [null, null, us, ''],
  [12000, null, us, 'from $120'],
  [null, 18000, us, 'up to $180'],
  [12000, 18000, us, '$120 to $180'],
  [12000, 12000, us, '$120'],
  [1995, 1995, us, '$19.95'],
  [125000, null, us, 'from $1,250'],
  [0, 0, us, '$0'],
  [12000, null, { currency: 'EUR', locale: 'de-DE' }, 'from 120 €'],
  [12000, null, { currency: 'JPY', locale: 'ja-JP' }, 'from ￥12,000'],
])('a price from %p to %p reads as it should', (priceFrom, priceTo, client, expected) => {
  expect(priceWords({ priceFrom, priceTo }, client).replace(/\u00a0/g, ' ')).toBe(expected);
});

const id = '00000000-0000-4000-8000-000000000001';
it('a price that falls is refused with the remedy', () => {
  const read = Service.safeParse({
    ...{ id, name: 'Crown', about: '', picture: null },
    ...{ priceFrom: 200, priceTo: 100 },
  });
  expect(read.error?.issues[0]).toMatchObject({
    path: ['priceTo'],
    message: 'The higher price comes second. Swap them.',
  });
});

it.each([0, 6, 4.5])('%p are no stars', (stars) => {
  const review = { id, said: 'Kind.', who: 'Dana R.', stars, source: '', picture: null };
  expect(ClientRecords.safeParse({ staff: [], services: [], reviews: [review] }).success).toBe(
    false,
  );
});
