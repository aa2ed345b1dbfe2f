import { jStat } from 'jstat';
import * as simple from 'simple-statistics';
import { median, quantile } from './index.ts';

const values = [12, 3, 7, 7, 41, 0, 9, 15];

// Above the last but one jstat gives that one: of those shares a value is worked out by hand below.
it.each([0, 0.1, 0.25, 0.5, 0.75, 1])('the share %d, as jstat says', (share) =>
  expect(quantile(values, share)).toBeCloseTo(jStat.percentile(values, share), 12),
);

it('near the end: three tenths of the way from 15 to 41', () =>
  expect(quantile(values, 0.9)).toBeCloseTo(22.8, 12));

it('the middle, as simple-statistics says, and nothing of nothing', () => {
  expect(median(values)).toBe(simple.median(values));
  expect(median([3, 1, 2])).toBe(2);
  expect(median([])).toBeNull();
  expect(values[0]).toBe(12);
});
