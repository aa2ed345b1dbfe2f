import { sampleSize } from './index.ts';

/** J. L. Fleiss, Statistical Methods for Rates and Proportions, table A.3: 5% to either side; from memory. */
it.each([
  [0.05, 0.1, 474, 621],
  [0.1, 0.2, 219, 286],
  [0.2, 0.3, 313, 412],
  [0.3, 0.4, 376, 496],
])('from %d to %d', (base, hoped, eightInTen, nineInTen) => {
  const lift = hoped / base - 1;
  expect(sampleSize({ base, lift })).toBe(eightInTen);
  expect(sampleSize({ base, lift, power: 0.9 })).toBe(nineInTen);
  expect(sampleSize({ base: hoped, lift: base / hoped - 1 })).toBe(eightInTen);
});

it.each([
  ['no difference', 0.1, 0],
  ['no rate', 0, 0.3],
  ['more than everybody', 0.6, 1],
  ['a rate that is none', 1.2, 0.1],
  ['less than nobody', 0.1, -1.5],
])('nothing can be found: %s', (_what, base, lift) =>
  expect(sampleSize({ base, lift })).toBe(Infinity),
);
