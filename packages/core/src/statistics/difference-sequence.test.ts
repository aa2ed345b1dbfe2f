import { differenceSequence, normalQuantile, sampleSize } from './index.ts';

/** A sequence of numbers from 0 to 1 that is the same each time (mulberry32). */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** How many of `times` tests name a winner on one of 60 daily looks. */
function winners(
  { a, b, perDay, planned }: { a: number; b: number; perDay: number; planned: number },
  times: number,
): number {
  const random = seeded(7);
  const some = (rate: number) => {
    let successes = 0;
    for (let one = 0; one < perDay; one++) if (random() < rate) successes++;
    return successes;
  };
  let found = 0;
  for (let test = 0; test < times; test++) {
    let [yesA, yesB] = [0, 0];
    for (let day = 1; day <= 60; day++) {
      yesA += some(a);
      yesB += some(b);
      const trials = day * perDay;
      const { low, high } = differenceSequence({
        a: { successes: yesA, trials },
        b: { successes: yesB, trials },
        plannedVisitors: planned,
      });
      if (low > 0 || high < 0) {
        found++;
        break;
      }
    }
  }
  return found / times;
}

it('names a winner between equal pages in at most 5% of 10,000 tests of 60 looks', () =>
  expect(winners({ a: 0.1, b: 0.1, perDay: 20, planned: 600 }, 10_000)).toBeLessThanOrEqual(0.05));

it.each([
  ['few come, and few of them write', { a: 0.02, b: 0.02, perDay: 5, planned: 300 }],
  ['nobody planned for what came', { a: 0.1, b: 0.1, perDay: 50, planned: 100 }],
  ['most of them write', { a: 0.6, b: 0.6, perDay: 20, planned: 600 }],
])('nor where %s', (_what, given) => expect(winners(given, 2000)).toBeLessThanOrEqual(0.05));

it('finds 13% against 10% in at least 80%, within 1.75 times what one look would need', () => {
  const planned = sampleSize({ base: 0.1, lift: 0.3 });
  const perDay = Math.floor((1.75 * planned) / 60);
  expect(winners({ a: 0.1, b: 0.13, perDay, planned }, 1000)).toBeGreaterThanOrEqual(0.8);
});

it('is wider than the bounds of a single look, and least so near the plan', () => {
  const width = (trials: number) => {
    const { low, high } = differenceSequence({
      a: { successes: trials / 10, trials },
      b: { successes: trials / 10, trials },
      plannedVisitors: 2000,
    });
    const once = normalQuantile(0.975) * Math.sqrt((2 * 0.1 * 0.9) / trials);
    return (high - low) / 2 / once;
  };
  expect(width(2000)).toBeGreaterThan(1);
  for (const trials of [200, 500, 8000, 40_000]) expect(width(trials)).toBeGreaterThan(width(2000));
});

it('turns with the two, and knows nothing of nobody', () => {
  const [a, b] = [
    { successes: 12, trials: 200 },
    { successes: 30, trials: 210 },
  ];
  const one = differenceSequence({ a, b });
  const other = differenceSequence({ a: b, b: a });
  expect(other.low).toBeCloseTo(-one.high, 12);
  expect(other.high).toBeCloseTo(-one.low, 12);
  expect(differenceSequence({ a, b: { successes: 0, trials: 0 } })).toEqual({ low: -1, high: 1 });
});
