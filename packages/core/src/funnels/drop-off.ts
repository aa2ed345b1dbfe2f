import { fewestForRate, wilson } from '../statistics/index.ts';

/** From one step to another: how many came, how many went on, and by what. */
export interface Hop {
  by: HopKind;
  visitors: number;
  passed: number;
  benchmark: HopBenchmark;
}
export type HopKind = 'form' | 'booking' | 'button';

/** What a hop is measured against, from 0 to 1, and where that comes from. */
export interface HopBenchmark {
  value: number;
  origin: 'own-past' | 'others' | 'rule';
}

/**
 * Rules of thumb for the share of visitors who go on. A form: what a well-built local-service page reaches (common
 * practice, no source). A booking by people who answered the form already, and a button that asks for nothing: our own
 * starting values, no source.
 */
const rulesOfThumb: Record<HopKind, number> = { form: 0.2, booking: 0.6, button: 0.5 };

/**
 * What a way on is measured against: what it brought before, where enough came to say; else what the agency's other clients
 * of the trade reach; else a rule of thumb.
 *
 * @param before the same hop in the time before
 * @param others the rate of other clients for such a hop; null where none can be told
 */
export function hopBenchmark(
  by: HopKind,
  before: { visitors: number; passed: number },
  others: number | null,
): HopBenchmark {
  if (before.visitors >= fewestForRate)
    return { value: Math.min(1, before.passed / before.visitors), origin: 'own-past' };
  if (others !== null) return { value: others, origin: 'others' };
  return { value: rulesOfThumb[by], origin: 'rule' };
}

/** Which hop loses most, or why none is named. */
export type DropOff = { index: number } | { none: 'one-hop' | 'too-few' | 'no-difference' };

/**
 * The hop that loses most against its benchmark: the one with the lowest share of it, among those whose 95% interval lies
 * below it, so that a few unlucky days name none. Of one hop alone it can't be said where most are lost. A place of null is
 * a step that nothing leads on from.
 */
export function biggestDropOff(hops: readonly (Hop | null)[]): DropOff {
  const ways = hops.flatMap((hop, index) => (hop ? [{ ...hop, index }] : []));
  if (ways.length < 2) return { none: 'one-hop' };
  const told = ways.filter(({ visitors }) => visitors >= fewestForRate);
  if (told.length === 0) return { none: 'too-few' };
  const below = told.filter(
    ({ visitors, passed, benchmark }) =>
      wilson(Math.min(passed, visitors), visitors).high < benchmark.value,
  );
  const heldUp = ({ visitors, passed, benchmark }: Hop) => passed / visitors / benchmark.value;
  const [worst] = below.toSorted((a, b) => heldUp(a) - heldUp(b));
  return worst ? { index: worst.index } : { none: 'no-difference' };
}
