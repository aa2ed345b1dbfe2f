import { normalQuantile } from './distributions.ts';

/** So many of so many: leads of visitors. `successes` from 0 to `trials`. */
export interface Proportion {
  successes: number;
  trials: number;
}

/** From one bound to the other, both as shares. */
export interface Interval {
  low: number;
  high: number;
}

/** Below so many visitors a rate says too little (common practice, no source). */
export const fewestForRate = 50;

/**
 * The interval in which the true rate lies with the given confidence (0.95), as shares from 0 to 1, by the score method (E. B.
 * Wilson, "Probable inference", JASA 22, 1927; NIST/SEMATECH e-Handbook, 7.2.4.1), which keeps its level for small numbers
 * and near 0 and 1. Without any trial nothing is known: from 0 to 1.
 */
export function wilson(successes: number, trials: number, confidence = 0.95): Interval {
  if (trials <= 0) return { low: 0, high: 1 };
  const z = normalQuantile((1 + confidence) / 2);
  const rate = successes / trials;
  const middle = rate + (z * z) / (2 * trials);
  const reach = z * Math.sqrt((rate * (1 - rate)) / trials + (z * z) / (4 * trials * trials));
  const scale = 1 + (z * z) / trials;
  // At the ends the bound is the end itself, which rounding would miss by a hair.
  return {
    low: successes === 0 ? 0 : (middle - reach) / scale,
    high: successes === trials ? 1 : (middle + reach) / scale,
  };
}

/**
 * The interval of the difference `b − a` of two independent rates, from −1 to 1, by the hybrid of two score intervals (R. G.
 * Newcombe, "Interval estimation for the difference between independent proportions", Statistics in Medicine 17, 1998,
 * method 10). For one look; `differenceSequence` is for many.
 */
export function newcombe(a: Proportion, b: Proportion, confidence = 0.95): Interval {
  if (a.trials <= 0 || b.trials <= 0) return { low: -1, high: 1 };
  const [first, second] = [a, b].map(({ successes, trials }) => ({
    rate: successes / trials,
    ...wilson(successes, trials, confidence),
  })) as [Rated, Rated];
  const difference = second.rate - first.rate;
  return {
    low: difference - Math.hypot(second.rate - second.low, first.high - first.rate),
    high: difference + Math.hypot(second.high - second.rate, first.rate - first.low),
  };
}

type Rated = Interval & { rate: number };
