import type { TestSummary, TestView } from '@plumgate/contract';
import { shareText } from '@plumgate/core/results';
import {
  findableLift,
  measureNames,
  patientDays,
  planTest,
  type TestPlan,
  type TestWarning,
} from '@plumgate/core/splittest';

/** What a test says, in a sentence or two. */
export function verdictWords(test: TestSummary & Partial<Pick<TestView, 'base' | 'lift'>>): string {
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

function winnerWords({ winner, variations }: TestSummary, did: string): string {
  const [original, ...others] = variations;
  if (winner === original!.letter)
    return `${winner}, the page as it is, does better: more of its visitors ${did}.`;
  const { low, high } = others.find(({ letter }) => letter === winner)!.difference!;
  return `${winner} does better: of 100 visitors ${points(low)} to ${points(high)} more ${did}.`;
}

/** Between what a variation may lie, once anybody has seen it. */
function possible({ letter, visitors, difference }: TestSummary['variations'][number]): string[] {
  if (!difference || visitors === 0) return [];
  const { low, high } = difference;
  return [
    `Of 100 visitors, ${letter} may win up to ${points(Math.max(high, 0))} more than A or up to ${points(Math.max(-low, 0))} fewer.`,
  ];
}

/** Percentage points as a number: `3.1`. */
export const points = (share: number): string => (100 * share).toFixed(1);

/** A difference with its sign: `+3.1`, `−0.4`. */
export const signedPoints = (share: number): string =>
  `${share < 0 ? '−' : '+'}${points(Math.abs(share))}`;

export const warningWords: Record<TestWarning, string> = {
  'few-visitors':
    'A variation has fewer than 50 visitors. Rates of so few say little (rule of thumb).',
  'week-not-over':
    'It has run for less than a week. Mondays are not like Saturdays: wait until each day is in it (rule of thumb).',
  'shares-off':
    'Visitors were not shared out as planned, by more than chance would do. Something is wrong with how a variation is shown: don’t trust these numbers.',
};

/** How many visitors and days a test needs, in a sentence. */
export function planWords(plan: TestPlan): string {
  const { visitorsEach, days } = planTest(plan);
  const from = shareText(plan.base, 1);
  const to = shareText(plan.base * (1 + plan.lift), 1);
  if (!Number.isFinite(visitorsEach))
    return `A rate of ${from} can’t rise by so much. Hope for less.`;
  const need = `To find a rise from ${from} to ${to} in 8 of 10 tests, each variation needs about ${visitorsEach.toLocaleString('en-US')} visitors.`;
  if (days === null)
    return `${need} Nobody has come to this page yet, so it can’t be said how long that takes.`;
  const takes = `${need} With ${aDay(plan.perDay)} that takes up to ${days.toLocaleString('en-US')} ${days === 1 ? 'day' : 'days'}.`;
  return days > patientDays ? `${takes} ${findableWords(plan)}` : takes;
}

function findableWords(plan: TestPlan): string {
  const lift = findableLift(plan);
  if (lift === null) return 'Too few visitors come to this page for a test.';
  const rate = shareText(plan.base * (1 + lift), 1);
  return `In ${patientDays} days it could find a rise to ${rate} or more: test a bigger change.`;
}

const aDay = (perDay: number): string => {
  const shown = perDay < 10 ? Math.round(perDay * 10) / 10 : Math.round(perDay);
  return `${shown} ${shown === 1 ? 'visitor' : 'visitors'} a day`;
};

export const stateWords = {
  planned: { tone: 'plain', label: 'Planned' },
  running: { tone: 'tide', label: 'Running' },
  ended: { tone: 'plain', label: 'Ended' },
} as const;
