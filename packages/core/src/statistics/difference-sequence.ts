import type { Interval, Proportion } from './proportion.ts';

/** Where nobody said how many visitors are planned for each variation (common practice, no source). */
const usualPlan = 1000;

/**
 * Bounds of the difference `b − a` that hold at every look at once: however often and whenever one looks, and whatever makes
 * one stop, they leave out the true difference at any time with a chance of `alpha` at most. They are those of the normal
 * mixture (H. Robbins, "Statistical methods related to the law of the iterated logarithm", 1970; in the form of I.
 * Waudby-Smith and others, "Time-uniform central limit theory and asymptotic confidence sequences", Annals of Statistics 52,
 * 2024, theorem 2.2), for the difference of two means:
 *
 *     reach² = variance × (1 + 1/r) × (ln(1 + r) + 2 ln(1/alpha)),   r = r* × visitors / planned visitors
 *
 * r* = 2 ln(1/alpha) + ln(1 + r*) makes them tightest at the plan. As they lean on a normal approximation, rates that are
 * near 0 or 1 in few visitors count with a success and a failure more (A. Agresti and B. Caffo, The American Statistician
 * 54, 2000).
 *
 * @param plannedVisitors of each variation
 */
export function differenceSequence({
  a,
  b,
  alpha = 0.05,
  plannedVisitors = usualPlan,
}: {
  a: Proportion;
  b: Proportion;
  alpha?: number;
  plannedVisitors?: number;
}): Interval {
  if (a.trials <= 0 || b.trials <= 0) return { low: -1, high: 1 };
  const looks = 2 * Math.log(1 / alpha);
  // Two variations of n visitors each say as much of their difference as n/2 say of one.
  const seen = 1 / (1 / a.trials + 1 / b.trials);
  const r = (tightest(looks) * seen) / (plannedVisitors / 2);
  const variance = varianceOf(a) + varianceOf(b);
  const reach = Math.sqrt(variance * (1 + 1 / r) * (Math.log1p(r) + looks));
  const difference = b.successes / b.trials - a.successes / a.trials;
  return { low: Math.max(-1, difference - reach), high: Math.min(1, difference + reach) };
}

/** r* by going round: each turn comes several times nearer. */
function tightest(looks: number): number {
  let r = looks;
  for (let turn = 0; turn < 40; turn++) r = looks + Math.log1p(r);
  return r;
}

/** Of a rate that was seen. */
function varianceOf({ successes, trials }: Proportion): number {
  const rate = (successes + 1) / (trials + 2);
  return (rate * (1 - rate)) / trials;
}
