import { Temporal } from 'temporal-polyfill';
import { dueInDays, nextDue, type TaskRepeat } from './index.ts';

it.each<[string, string, TaskRepeat, string, string]>([
  ['the next day', '2026-11-05T14:00:00Z', 'daily', '2026-11-05T15:00:00Z', '2026-11-06T14:00:00Z'],
  // Clocks go back on November 1 in New York.
  [
    'at the same time of day over a clock change',
    '2026-10-31T13:00:00Z',
    'daily',
    '2026-10-31T14:00:00Z',
    '2026-11-01T14:00:00Z',
  ],
  [
    'not in the past, however late it was done',
    '2026-10-01T13:00:00Z',
    'weekly',
    '2026-11-05T15:00:00Z',
    '2026-11-12T14:00:00Z',
  ],
  [
    'on the last day of a shorter month',
    '2026-01-31T14:00:00Z',
    'monthly',
    '2026-01-31T15:00:00Z',
    '2026-02-28T14:00:00Z',
  ],
  [
    'and on the 31st again after it',
    '2026-01-31T14:00:00Z',
    'monthly',
    '2026-03-01T15:00:00Z',
    '2026-03-31T13:00:00Z',
  ],
])('%s', (_what, due, repeats, doneAt, next) => {
  const at = (text: string) => Temporal.Instant.from(text);
  expect(nextDue(at(due), repeats, at(doneAt), 'America/New_York').toString()).toBe(next);
});

it.each([
  [0, '2026-11-05T13:00:00Z', '2026-11-05T14:00:00Z'],
  [0, '2026-11-05T18:00:00Z', '2026-11-05T19:00:00Z'],
  [1, '2026-11-05T18:00:00Z', '2026-11-06T14:00:00Z'],
  // Over the night in which clocks change.
  [1, '2026-10-31T18:00:00Z', '2026-11-01T14:00:00Z'],
])('%i days from %s is %s', (days, now, due) =>
  expect(dueInDays(days, Temporal.Instant.from(now), 'America/New_York').toString()).toBe(due),
);
