import type { Cents } from '../basics/index.ts';
import { addCounts, compareRates, noResults, rateOf, shareText } from './index.ts';

const rate = (converted: number, visitors: number) => ({ converted, visitors });

it('is a share with what chance leaves open, and none of nobody', () => {
  expect(rateOf(rate(126, 640))).toEqual({
    value: 126 / 640,
    low: expect.closeTo(0.168, 3) as number,
    high: expect.closeTo(0.2295, 3) as number,
  });
  expect(rateOf(rate(0, 0))).toEqual({ value: null, low: 0, high: 1 });
});

/** Newcombe's interval of 56 of 70 less 48 of 80 is 0.0524 to 0.3339 (see there): no chance. */
it.each([
  [
    'more than chance does',
    rate(56, 70),
    rate(48, 80),
    { kind: 'differs', points: 20, byChance: false },
  ],
  [
    'less than chance does',
    rate(48, 80),
    rate(56, 70),
    { kind: 'differs', points: -20, byChance: false },
  ],
  [
    'what chance could do',
    rate(126, 640),
    rate(100, 600),
    { kind: 'differs', points: 3, byChance: true },
  ],
  ['no difference', rate(50, 500), rate(10, 100), { kind: 'differs', points: 0, byChance: true }],
  ['too few now', rate(10, 49), rate(100, 600), { kind: 'too-few' }],
  ['too few before', rate(100, 600), rate(0, 0), { kind: 'too-few' }],
])('%s', (_what, now, before, expected) => expect(compareRates(now, before)).toEqual(expected));

it('adds up', () => {
  const one = { ...noResults, visitors: 3, leads: 1, value: 1200 as Cents };
  expect(addCounts(one, addCounts(one, noResults))).toEqual({
    ...noResults,
    ...{ visitors: 6, leads: 2, value: 2400 },
  });
  expect(shareText(1, 8)).toBe('12.5%');
});
