import type { Interval } from '../statistics/index.ts';
import { measureNames, type TestMeasure } from './split-test.ts';

/** A test as far as words tell of it; its first variation is the page as it is. */
export interface ToldTest {
  state: 'planned' | 'running' | 'ended';
  measure: TestMeasure;
  verdict: 'too-early' | 'no-difference' | 'winner';
  /** The letter of the variation that is better than all others. */
  winner: string | null;
  variations: {
    letter: string;
    visitors: number;
    /** From the page as it is; null for itself. */
    difference: Interval | null;
  }[];
}

/** What a test says, in a sentence or two. */
export function verdictWords(test: ToldTest): string {
  if (test.state === 'planned') return 'Not started yet: all visitors see the page as it is.';
  const others = test.variations.slice(1);
  const did = measureNames[test.measure];
  switch (test.verdict) {
    case 'winner':
      return winnerWords(test, did);
    case 'no-difference':
      return `No difference worth having. Whatever difference there is, it is smaller than what you hoped for.`;
    case 'too-early':
      return ['Too early to say.', ...others.flatMap(possible)].join(' ');
  }
}

function winnerWords({ winner, variations }: ToldTest, did: string): string {
  const [original, ...others] = variations;
  if (winner === original!.letter)
    return `${winner}, the page as it is, does better: more of its visitors ${did}.`;
  const { low, high } = others.find(({ letter }) => letter === winner)!.difference!;
  return `${winner} does better: of 100 visitors ${points(low)} to ${points(high)} more ${did}.`;
}

/** Between what a variation may lie, once anybody has seen it. */
function possible({ letter, visitors, difference }: ToldTest['variations'][number]): string[] {
  if (!difference || visitors === 0) return [];
  const { low, high } = difference;
  return [
    `Of 100 visitors, ${letter} may win up to ${points(Math.max(high, 0))} more than A or up to ${points(Math.max(-low, 0))} fewer.`,
  ];
}

/** Percentage points as a number: `3.1`. */
export const points = (share: number): string => (100 * share).toFixed(1);
