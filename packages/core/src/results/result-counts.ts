import type { Cents } from '../basics/index.ts';
import { fewestForRate, newcombe, wilson, type Proportion } from '../statistics/index.ts';

/** What pages brought in a time, or one part of it. */
export interface ResultCounts {
  /** Who saw a page for the first time; and of them those who sent a form of its funnel, whenever they did. */
  visitors: number;
  converted: number;
  /** People who sent their first form of a funnel. */
  leads: number;
  /** Bookings that were made and not canceled, and of them those to which somebody came. */
  bookings: number;
  came: number;
  /** People who reached a stage that counts as won, and what they are worth. */
  won: number;
  value: Cents;
}

export const noResults: ResultCounts = {
  visitors: 0,
  converted: 0,
  leads: 0,
  bookings: 0,
  came: 0,
  won: 0,
  value: 0 as Cents,
};

export const addCounts = (a: ResultCounts, b: ResultCounts): ResultCounts => ({
  visitors: a.visitors + b.visitors,
  converted: a.converted + b.converted,
  leads: a.leads + b.leads,
  bookings: a.bookings + b.bookings,
  came: a.came + b.came,
  won: a.won + b.won,
  value: (a.value + b.value) as Cents,
});

/** The share of visitors who become leads with its 95% interval; null for the share itself where nobody came. */
export function rateOf({ converted, visitors }: Pick<ResultCounts, 'converted' | 'visitors'>) {
  const value = visitors > 0 ? converted / visitors : null;
  return { value, ...wilson(converted, visitors) };
}

/** How a rate compares with one of before, and what may be said of it. */
export type Comparison =
  | { kind: 'too-few' }
  /** By so many percentage points, more where it is above 0; `byChance` says that chance alone could do that. */
  | { kind: 'differs'; points: number; byChance: boolean };

/** Compares the rates of two times by the interval of their difference at one look. */
export function compareRates(
  now: Pick<ResultCounts, 'converted' | 'visitors'>,
  before: Pick<ResultCounts, 'converted' | 'visitors'>,
): Comparison {
  if (now.visitors < fewestForRate || before.visitors < fewestForRate) return { kind: 'too-few' };
  const [a, b] = [before, now].map(({ converted, visitors }): Proportion => ({
    successes: converted,
    trials: visitors,
  })) as [Proportion, Proportion];
  const { low, high } = newcombe(a, b);
  const difference = b.successes / b.trials - a.successes / a.trials;
  return {
    kind: 'differs',
    points: Math.round(difference * 1000) / 10,
    byChance: low <= 0 && high >= 0,
  };
}
