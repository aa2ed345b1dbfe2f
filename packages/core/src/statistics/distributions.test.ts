import { jStat } from 'jstat';
import { chiSquareTail, normalQuantile, normalTail } from './index.ts';

/** Against jstat 1.9.6, which works them out in another way. */
it.each([-6, -1.96, -0.3, 0, 0.5, 1, 1.2815515655446, 1.959963984540054, 2.5758, 5])(
  'the share of a normal distribution above %d',
  (z) => expect(normalTail(z)).toBeCloseTo(1 - jStat.normal.cdf(z, 0, 1), 9),
);

it.each([1e-9, 0.001, 0.025, 0.2, 0.5, 0.8, 0.975, 0.999])(
  'the value below which %d of it lies',
  (share) => expect(normalQuantile(share)).toBeCloseTo(jStat.normal.inv(share, 0, 1), 6),
);

/** NIST/SEMATECH e-Handbook, 1.3.6.7.1 and 1.3.6.7.4, tables of critical values; from memory. */
it('says what the tables say', () => {
  expect(normalQuantile(0.975)).toBeCloseTo(1.959964, 6);
  for (const [degrees, critical] of [
    [1, 3.841],
    [2, 5.991],
    [3, 7.815],
    [10, 18.307],
  ] as const)
    expect(chiSquareTail(critical, degrees)).toBeCloseTo(0.05, 4);
});

it.each([1, 2, 3, 7, 30])('the share of a chi-square distribution with %d degrees', (degrees) => {
  for (const x of [0.01, 0.5, 1, degrees, 2 * degrees, 5 * degrees])
    expect(chiSquareTail(x, degrees)).toBeCloseTo(1 - jStat.chisquare.cdf(x, degrees), 9);
  expect(chiSquareTail(0, degrees)).toBe(1);
});

it('is no zero far out, where one minus the rest would be', () => {
  // 6.22096057427178e-16 by the table of W. J. Cody, "Rational Chebyshev approximations for the error function" (from memory).
  expect(normalTail(8) / 6.22096057427178e-16).toBeCloseTo(1, 9);
});
