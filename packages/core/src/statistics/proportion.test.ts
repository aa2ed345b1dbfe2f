import { newcombe, wilson } from './index.ts';

describe('wilson', () => {
  /** R. G. Newcombe, "Two-sided confidence intervals for the single proportion", Statistics in Medicine 17 (1998), table I, method 3; from memory. */
  it.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('%d of %d', (successes, trials, low, high) => {
    const found = wilson(successes, trials);
    expect(found.low).toBeCloseTo(low, 4);
    expect(found.high).toBeCloseTo(high, 4);
  });

  /** NIST/SEMATECH e-Handbook, 7.2.4.1: 20 defective of 200, 90% in all; value from memory. */
  it('with another confidence', () => {
    const found = wilson(20, 200, 0.9);
    expect(found.low).toBeCloseTo(0.0702, 3);
    expect(found.high).toBeCloseTo(0.1403, 3);
  });

  it('knows nothing without visitors, and goes all the way to an end where all or none did', () => {
    expect(wilson(0, 0)).toEqual({ low: 0, high: 1 });
    expect([wilson(0, 20).low, wilson(20, 20).high]).toEqual([0, 1]);
  });
});

describe('newcombe', () => {
  /** R. G. Newcombe, "Interval estimation for the difference", Statistics in Medicine 17 (1998), table II, method 10; from memory. */
  it.each([
    [48, 80, 56, 70, 0.0524, 0.3339],
    [3, 10, 9, 10, 0.1705, 0.809],
    [2, 7, 6, 7, 0.0582, 0.8062],
    [0, 29, 5, 56, -0.0381, 0.1926],
    [0, 20, 0, 10, -0.1611, 0.2775],
    [0, 10, 10, 10, 0.6075, 1],
  ])('%d of %d, then %d of %d', (aYes, aAll, bYes, bAll, low, high) => {
    const a = { successes: aYes, trials: aAll };
    const b = { successes: bYes, trials: bAll };
    const found = newcombe(a, b);
    expect(found.low).toBeCloseTo(low, 4);
    expect(found.high).toBeCloseTo(high, 4);
    const turned = newcombe(b, a);
    expect(turned.low).toBeCloseTo(-found.high, 12);
    expect(turned.high).toBeCloseTo(-found.low, 12);
  });

  it('knows nothing while one of them has no visitors', () =>
    expect(newcombe({ successes: 0, trials: 0 }, { successes: 1, trials: 2 })).toEqual({
      low: -1,
      high: 1,
    }));
});
