import { sampleRatio } from './index.ts';

/** Worked by hand: (5050 − 5000)² / 5000 twice is 1, above which 31.73% of the distribution with one degree lie. */
it('is what a hand works out', () =>
  expect(sampleRatio([5050, 4950], [50, 50])).toEqual({
    statistic: 1,
    degrees: 1,
    p: expect.closeTo(0.3173, 4) as number,
  }));

it('sees shares that are off, and shares that are not', () => {
  expect(sampleRatio([5300, 4700], [1, 1]).p).toBeLessThan(0.001);
  expect(sampleRatio([703, 201, 96], [70, 20, 10]).p).toBeGreaterThan(0.5);
});

it('has nothing to say of nobody, or of one variation', () => {
  expect(sampleRatio([0, 0], [1, 1]).p).toBe(1);
  expect(sampleRatio([12], [1])).toEqual({ statistic: 0, degrees: 0, p: 1 });
});

it('is zero in a thousand where somebody got what nobody was to get', () =>
  expect(sampleRatio([100, 3], [1, 0]).p).toBe(0));
