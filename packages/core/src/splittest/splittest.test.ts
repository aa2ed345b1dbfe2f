import { createHmac } from 'node:crypto';
import { jStat } from 'jstat';
import { differenceSequence } from '../statistics/index.ts';
import {
  findableLift,
  pairAlpha,
  planTest,
  readTest,
  takesPart,
  variationAt,
  variationLetter,
} from './index.ts';

const read = (
  counts: [successes: number, trials: number][],
  { shares = counts.map(() => 1), worthwhile = 0.03, days = 14 } = {},
) =>
  readTest({
    ...{ shares, worthwhile, days, plannedVisitors: 1000 },
    counts: counts.map(([successes, trials]) => ({ successes, trials })),
  });

describe('what a test says', () => {
  it.each([
    ['little was seen', [10, 100], [14, 100], 'too-early'],
    ['one is clearly better', [100, 1000], [170, 1000], 'winner 1'],
    ['the page as it was is better', [170, 1000], [100, 1000], 'winner 0'],
    ['many saw no difference', [10_000, 100_000], [10_050, 100_000], 'no-difference'],
    [
      'a difference is sure, and too small to have been hoped for',
      [5000, 50_000],
      [5600, 50_000],
      'winner 1',
    ],
    ['nobody came', [0, 0], [0, 0], 'too-early'],
  ] as const)('where %s', (_where, a, b, said) => {
    const { verdict } = read([[...a], [...b]]);
    expect([verdict.kind, ...(verdict.kind === 'winner' ? [verdict.index] : [])].join(' ')).toBe(
      said,
    );
  });

  it('needs a winner to be better than all the others', () => {
    expect(
      read([
        [100, 1000],
        [170, 1000],
        [175, 1000],
      ]).verdict.kind,
    ).toBe('too-early');
    expect(
      read([
        [100, 1000],
        [110, 1000],
        [220, 1000],
      ]).verdict,
    ).toEqual({ kind: 'winner', index: 2 });
  });

  it('holds each of several pairs to more', () => {
    expect([2, 3, 4].map(pairAlpha)).toEqual([
      0.05,
      expect.closeTo(0.05 / 3),
      expect.closeTo(0.05 / 6),
    ]);
    const { variations } = read([
      [100, 1000],
      [140, 1000],
      [140, 1000],
    ]);
    const alone = differenceSequence({
      ...{
        a: { successes: 100, trials: 1000 },
        b: { successes: 140, trials: 1000 },
        plannedVisitors: 1000,
      },
    });
    expect(variations[1]!.difference!.low).toBeLessThan(alone.low);
    expect(variations[0]!.difference).toBeNull();
  });

  it('warns of few visitors, of a week that is not over, and of shares that are off', () => {
    expect(
      read(
        [
          [1, 40],
          [2, 50],
        ],
        { days: 6 },
      ).warnings,
    ).toEqual(['few-visitors', 'week-not-over']);
    expect(
      read([
        [100, 1000],
        [100, 800],
      ]).warnings,
    ).toEqual(['shares-off']);
    expect(
      read(
        [
          [100, 1000],
          [25, 250],
        ],
        { shares: [80, 20] },
      ).warnings,
    ).toEqual([]);
  });
});

describe('who sees what', () => {
  it('takes each part of the whole by its share', () => {
    const at = [0, 0.49, 0.5, 0.79, 0.8, 0.999_999];
    expect(at.map((point) => variationAt([50, 30, 20], point))).toEqual([0, 0, 1, 1, 2, 2]);
    expect(variationAt([1, 1, 0], 1)).toBe(1);
  });

  it('shares 100,000 visitors out as was meant, by a chi-square test of another library', () => {
    const shares = [40, 30, 20, 10];
    const seen = [0, 0, 0, 0];
    for (let visitor = 0; visitor < 100_000; visitor++) {
      const point =
        createHmac('sha256', 'a test').update(`${visitor}`).digest().readUInt32BE() / 2 ** 32;
      seen[variationAt(shares, point)]! += 1;
    }
    const statistic = seen.reduce(
      (sum, count, index) => sum + (count - shares[index]! * 1000) ** 2 / (shares[index]! * 1000),
      0,
    );
    expect(1 - jStat.chisquare.cdf(statistic, 3)).toBeGreaterThan(0.001);
  });

  it('asks for the kinds of visitors that were named', () => {
    const phone = { device: 'phone', source: 'Radio' } as const;
    expect(takesPart({ devices: [], sources: [] }, phone)).toBe(true);
    expect(takesPart({ devices: ['wide'], sources: [] }, phone)).toBe(false);
    expect(takesPart({ devices: ['phone'], sources: ['Radio'] }, phone)).toBe(true);
    expect(takesPart({ devices: [], sources: ['Letter'] }, phone)).toBe(false);
  });

  it('names them by letters', () => expect([0, 3].map(variationLetter)).toEqual(['A', 'D']));
});

it('plans by what the size of a test is known to be', () => {
  // Fleiss's table A.3 gives 219 for each of two: 10% against 20%, 8 in 10, 5% to either side.
  const given = { base: 0.1, lift: 1, variations: 2, perDay: 100 };
  expect(planTest(given)).toEqual({ visitorsEach: 219, days: 8 });
  expect(planTest({ ...given, variations: 4 }).visitorsEach).toBeGreaterThan(219);
  expect(planTest({ ...given, perDay: 0 }).days).toBeNull();
});

it('says which rise a test of sixty days can find', () => {
  const given = { base: 0.1, variations: 2, perDay: 20 };
  const lift = findableLift(given)!;
  expect(planTest({ ...given, lift }).days).toBeLessThanOrEqual(60);
  expect(planTest({ ...given, lift: lift - 0.05 }).days).toBeGreaterThan(60);
  expect(findableLift({ ...given, perDay: 0.1 })).toBeNull();
});
