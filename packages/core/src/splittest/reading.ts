import {
  differenceSequence,
  fewestForRate,
  sampleRatio,
  wilson,
  type Interval,
  type Proportion,
} from '../statistics/index.ts';
import { pairAlpha } from './planning.ts';

/** What a test says on any day. */
export type TestVerdict =
  | { kind: 'too-early' }
  /** Whatever difference there is, it is smaller than the one that was hoped for. */
  | { kind: 'no-difference' }
  /** It is better than every other variation. */
  | { kind: 'winner'; index: number };

/** Something that makes a test say less than its numbers seem to. */
export type TestWarning =
  /** Below so many visitors for a variation a rate says too little. */
  | 'few-visitors'
  /** Days of the week differ, and not all of them are in it. */
  | 'week-not-over'
  /** Visitors were not shared out as was meant: something is broken. */
  | 'shares-off';

export interface TestReading {
  verdict: TestVerdict;
  warnings: TestWarning[];
  /** Of each variation: its rate with a 95% interval, and how far it lies above the first one's, by bounds that hold at every look; null for the first itself. */
  variations: { rate: Rate; difference: Interval | null }[];
}

export interface Rate extends Interval {
  /** Null where nobody came. */
  value: number | null;
}

/** Chance alone puts shares so far off in one test of a thousand (common practice, no source). */
const sharesOffBelow = 0.001;

/** A day of each kind (common practice, no source). */
const wholeWeek = 7;

/**
 * Reads a test as it stands, at any look: the bounds hold at all of them at once, so that looking every day makes no winner of
 * noise. With more than two variations each pair is held to more, so that all together are wrong at most in one test of 20.
 *
 * @param counts of each variation, the page as it was first
 * @param shares how visitors are to be shared out, weights in any unit
 * @param worthwhile the smallest difference worth having, as a share of all visitors: 0.03 from 10% to 13%
 * @param plannedVisitors of each variation; where nobody planned, as many as is usual
 * @param days that have passed since it began
 */
export function readTest({
  counts,
  shares,
  worthwhile,
  plannedVisitors,
  days,
}: {
  counts: readonly Proportion[];
  shares: readonly number[];
  worthwhile: number;
  plannedVisitors?: number;
  days: number;
}): TestReading {
  const alpha = pairAlpha(counts.length);
  const above = (a: number, b: number): Interval =>
    differenceSequence({
      ...{ a: counts[a]!, b: counts[b]!, alpha },
      ...(plannedVisitors && { plannedVisitors }),
    });
  const visitors = counts.map(({ trials }) => trials);
  const warnings: TestWarning[] = [];
  if (Math.min(...visitors) < fewestForRate) warnings.push('few-visitors');
  if (days < wholeWeek) warnings.push('week-not-over');
  if (sampleRatio(visitors, shares).p < sharesOffBelow) warnings.push('shares-off');
  return {
    verdict: verdictOf(counts.length, above, worthwhile),
    warnings,
    variations: counts.map(({ successes, trials }, index) => ({
      rate: { value: trials > 0 ? successes / trials : null, ...wilson(successes, trials) },
      difference: index === 0 ? null : above(0, index),
    })),
  };
}

function verdictOf(
  variations: number,
  above: (a: number, b: number) => Interval,
  worthwhile: number,
): TestVerdict {
  const all = Array.from({ length: variations }, (_, index) => index);
  const pairs = all.flatMap((a) => all.slice(a + 1).map((b) => above(a, b)));
  const winner = all.find((index) =>
    all.every((other) => other === index || above(other, index).low > 0),
  );
  if (winner !== undefined) return { kind: 'winner', index: winner };
  const isSmall = ({ low, high }: Interval) => low > -worthwhile && high < worthwhile;
  return { kind: pairs.every(isSmall) ? 'no-difference' : 'too-early' };
}
