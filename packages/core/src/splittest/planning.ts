import { sampleSize } from '../statistics/index.ts';

/** What a test is planned by. */
export interface TestPlan {
  /** The share of visitors who do now what decides the test, from 0 to 1. */
  base: number;
  /** By how much of itself it is hoped to rise: 0.3 from 10% to 13%. */
  lift: number;
  variations: number;
  /** How many visitors take part in a day, in all variations together. */
  perDay: number;
}

/** A test of all pairs of its variations names a winner by chance at most this often. */
export const testAlpha = 0.05;

/** Each pair of variations may be wrong only so often that all together are not wrong more often than `testAlpha` (C. E. Bonferroni). */
export const pairAlpha = (variations: number): number =>
  testAlpha / ((variations * (variations - 1)) / 2);

/** A test that may be looked at every day needs at most so many times the visitors of one that is looked at once (checked by simulation beside `differenceSequence`). */
export const moreForManyLooks = 1.75;

/** A rate to plan by where too few visitors came to know a page's own (common practice, no source). */
export const guessedRate = 0.05;

/** As long as most are willing to wait (common practice, no source). */
export const patientDays = 60;

/** The smallest rise that a test of at most `patientDays` can find, in steps of 5% of the rate; null where none can be. */
export function findableLift(plan: Omit<TestPlan, 'lift'>): number | null {
  for (let percent = 5; plan.base * (1 + percent / 100) <= 1 && percent <= 300; percent += 5) {
    const { days } = planTest({ ...plan, lift: percent / 100 });
    if (days !== null && days <= patientDays) return percent / 100;
  }
  return null;
}

/**
 * How many visitors each variation needs for a difference of the size hoped for to be found in 8 of 10 tests, looked at
 * once; and after how many days at the latest it would be, looked at every day. Null for the days where nobody comes.
 */
export function planTest({ base, lift, variations, perDay }: TestPlan): {
  visitorsEach: number;
  days: number | null;
} {
  const visitorsEach = sampleSize({ base, lift, alpha: pairAlpha(variations) });
  const days = Math.ceil((visitorsEach * variations * moreForManyLooks) / perDay);
  return { visitorsEach, days: Number.isFinite(days) ? days : null };
}
