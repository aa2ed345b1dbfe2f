import { chiSquareTail } from './distributions.ts';

/** Pearson's statistic, its degrees of freedom, and how often chance alone would put it this high. */
export interface SampleRatio {
  statistic: number;
  degrees: number;
  p: number;
}

/**
 * Whether visitors were shared out as was meant, by Pearson's chi-square test of fit (NIST/SEMATECH e-Handbook, 1.3.5.15).
 * `shares` are weights in any unit; a variation without any share is left out. Below 0.001 something is broken rather than
 * chance at work (common practice, no source).
 */
export function sampleRatio(counts: readonly number[], shares: readonly number[]): SampleRatio {
  const cells = counts
    .map((count, index) => ({ count, share: shares[index] ?? 0 }))
    .filter(({ count, share }) => share > 0 || count > 0);
  const total = sum(cells.map(({ count }) => count));
  const whole = sum(cells.map(({ share }) => share));
  const degrees = Math.max(0, cells.length - 1);
  if (total === 0 || degrees === 0) return { statistic: 0, degrees, p: 1 };
  const statistic = sum(
    cells.map(({ count, share }) => {
      const expected = (total * share) / whole;
      return (count - expected) ** 2 / expected;
    }),
  );
  return { statistic, degrees, p: chiSquareTail(statistic, degrees) };
}

const sum = (numbers: readonly number[]): number => numbers.reduce((all, one) => all + one, 0);
