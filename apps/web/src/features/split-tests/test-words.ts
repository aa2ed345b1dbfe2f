import { shareText } from '@plumgate/core/results';
import {
  findableLift,
  patientDays,
  planTest,
  points,
  type HealthWarning,
  type TestPlan,
  type TestWarning,
} from '@plumgate/core/splittest';

/** A difference with its sign: `+3.1`, `−0.4`. */
export const signedPoints = (share: number): string =>
  `${share < 0 ? '−' : '+'}${points(Math.abs(share))}`;

export const warningWords: Record<TestWarning | HealthWarning, string> = {
  breaks:
    'A script fails on a variation more often than on A. People may turn away from that, not from the idea: look at it, then end the test.',
  slow: 'A variation takes clearly longer to load than A. People may turn away from that, not from the idea.',
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
