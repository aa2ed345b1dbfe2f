import fc from 'fast-check';
import * as reference from 'simple-statistics';
import { isForSaleOn, marketMonths, marketReport, type MarketListing } from './index.ts';

const listing = (changes: Partial<MarketListing>): MarketListing => ({
  ...{ status: 'active', price: 40_000_000, soldPrice: null, size: null },
  ...{ listedOn: '2026-06-01', contractOn: null, soldOn: null, withdrawnOn: null },
  ...changes,
});
const sold = (soldOn: string, soldPrice: number, changes: Partial<MarketListing> = {}) =>
  listing({ status: 'sold', soldOn, soldPrice, ...changes });
const autumn = { from: '2026-08-01', to: '2026-10-31' };

it('counts a small town by hand', () => {
  // Six sold in the three months, one before; three for sale at the end, one of them listed the day after.
  const size = { amount: 2000, unit: 'sqft' as const };
  const report = marketReport(
    [
      sold('2026-08-10', 30_000_000, { size, contractOn: '2026-07-01' }),
      sold('2026-09-10', 36_000_000, { size, contractOn: '2026-07-11' }),
      sold('2026-09-20', 38_000_000, { size, contractOn: '2026-07-21' }),
      sold('2026-10-05', 40_000_000, { size, contractOn: '2026-07-31' }),
      sold('2026-10-06', 44_000_000, { size, contractOn: '2026-08-10' }),
      sold('2026-10-31', 50_000_000, { size, price: 50_000_000, listedOn: null }),
      sold('2026-07-31', 90_000_000),
      listing({}),
      listing({ listedOn: '2026-10-31' }),
      listing({ listedOn: '2026-11-01' }),
      listing({ status: 'pending', contractOn: '2026-10-31' }),
      listing({ status: 'withdrawn', withdrawnOn: '2026-11-02' }),
      listing({ status: 'soon', listedOn: null }),
    ],
    autumn,
  );
  expect(report).toEqual({
    // Between 38 and 40 million cents.
    medianPrice: { value: 39_000_000, count: 6 },
    pricePerArea: { value: 19_500, count: 6 },
    // 30, 40, 50, 60, 70 days; of the sixth nobody knows when it was listed.
    daysOnMarket: { value: 50, count: 5 },
    forSale: 3,
    sold30: 3,
    sold90: 6,
    monthsOfSupply: { value: 3 / (6 / (92 / (365.25 / 12))), count: 6 },
    // Of 40 million asked: 0.75, 0.9, 0.95, 1, 1.1, and 1 of 50.
    saleToList: { value: 0.975, count: 6 },
  });
});

it('says nothing of fewer than five', () => {
  const four = ['01', '02', '03', '04'].map((day) => sold(`2026-09-${day}`, 30_000_000));
  const report = marketReport([...four, listing({})], autumn);
  expect(report).toMatchObject({
    ...{ medianPrice: { value: null, count: 4 }, monthsOfSupply: { value: null, count: 4 } },
    ...{ sold90: 4, forSale: 1 },
  });
});

it('a price for a square meter is that of 10.7639 square feet', () => {
  const size = { amount: 100, unit: 'sqm' as const };
  const five = [1, 2, 3, 4, 5].map((n) => sold(`2026-09-0${n}`, 10_000_000 * n, { size }));
  const { pricePerArea } = marketReport(five, { ...autumn, unit: 'sqm' });
  expect(pricePerArea.value).toBeCloseTo(300_000, 6);
  expect(marketReport(five, autumn).pricePerArea.value).toBeCloseTo(300_000 / 10.7639, 0);
});

it('has the medians of simple-statistics', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 90_000_000 }), { minLength: 5 }), (prices) => {
      const all = prices.map((price) => sold('2026-09-01', price));
      expect(marketReport(all, autumn).medianPrice.value).toBeCloseTo(reference.median(prices), 6);
    }),
  );
});

it.each([
  ['a day before it was listed', {}, '2026-05-31', false],
  ['the day it was listed', {}, '2026-06-01', true],
  [
    'the day a buyer signed',
    { contractOn: '2026-07-01', soldOn: '2026-08-01' },
    '2026-07-01',
    false,
  ],
  ['the day before that', { contractOn: '2026-07-01', soldOn: '2026-08-01' }, '2026-06-30', true],
  ['under contract since nobody knows when', { status: 'pending' as const }, '2026-07-01', false],
  ['never told when it came', { listedOn: null }, '2020-01-01', true],
])('for sale on %s', (_when, changes, day, expected) => {
  expect(isForSaleOn(listing(changes), day)).toBe(expected);
});

it('goes back by the month, this one up to today', () => {
  const months = marketMonths([sold('2026-10-31', 1), sold('2026-11-06', 1), listing({})], {
    ...{ to: '2026-11-05', months: 3 },
  });
  expect(months.map(({ month, sold: count, forSale }) => [month, count, forSale])).toEqual([
    ['2026-09', 0, 3],
    ['2026-10', 1, 2],
    ['2026-11', 0, 2],
  ]);
});
