import { normalQuantile } from './distributions.ts';

/** What is to be found out: whether a rate is better by so much. */
export interface Hope {
  /** The rate as it is, between 0 and 1. */
  base: number;
  /** By how much of itself it is to change: 0.3 from 10% to 13%, −0.2 from 10% to 8%. */
  lift: number;
  /** How often a change of that size is to be found, 0.8. */
  power?: number;
  /** How often one is to be found where there is none, 0.05, to either side. */
  alpha?: number;
}

/**
 * How many visitors each of two variations needs, for one look at the end; with the correction for continuity (J. L. Fleiss,
 * Statistical Methods for Rates and Proportions, 2nd edition, formulas 3.14 and 3.15 and table A.3). Infinite where there is
 * nothing to find, or the hoped-for rate is none.
 */
export function sampleSize({ base, lift, power = 0.8, alpha = 0.05 }: Hope): number {
  const hoped = base * (1 + lift);
  const difference = Math.abs(hoped - base);
  if (!(base >= 0 && base <= 1 && hoped >= 0 && hoped <= 1) || difference === 0) return Infinity;
  const mean = (base + hoped) / 2;
  const chance = normalQuantile(1 - alpha / 2) * Math.sqrt(2 * mean * (1 - mean));
  const finding = normalQuantile(power) * Math.sqrt(base * (1 - base) + hoped * (1 - hoped));
  const plain = ((chance + finding) / difference) ** 2;
  return Math.ceil((plain / 4) * (1 + Math.sqrt(1 + 4 / (plain * difference))) ** 2);
}
