import { repeatOf, repeatWords, ruleOf, type Repeat } from './index.ts';

const weekly: Repeat = { every: 1, unit: 'weeks', on: [], by: 'date', ends: null };

// 19 November 2026 is the third Thursday of its month, 30 November the fifth Monday.
it.each<[Repeat, string, string, string]>([
  [weekly, '2026-11-19T18:30', 'FREQ=WEEKLY', 'every week'],
  [
    { ...weekly, every: 2, on: [4, 2], ends: { after: 6 } },
    '2026-11-19T18:30',
    'FREQ=WEEKLY;INTERVAL=2;BYDAY=TU,TH;COUNT=6',
    'every 2 weeks on Tuesday and Thursday, 6 times',
  ],
  [
    { ...weekly, unit: 'months', by: 'weekday', ends: { on: '2027-05-31' } },
    '2026-11-19T18:30',
    'FREQ=MONTHLY;BYDAY=3TH;UNTIL=20270531T235959Z',
    'every month, until 2027-05-31',
  ],
  [
    { ...weekly, unit: 'months', by: 'weekday' },
    '2026-11-30T18:30',
    'FREQ=MONTHLY;BYDAY=-1MO',
    'every month',
  ],
  [
    { ...weekly, unit: 'days', every: 3 },
    '2026-11-19T18:30',
    'FREQ=DAILY;INTERVAL=3',
    'every 3 days',
  ],
])('%j is %s: %s', (repeat, start, rule, words) => {
  expect(ruleOf(repeat, start)).toBe(rule);
  expect(repeatOf(rule)).toEqual({ ...repeat, on: repeat.on.toSorted() });
  expect(repeatWords(rule)).toBe(words);
});

it('leaves a rule alone that says more than a screen offers, and still tells it', () => {
  expect(repeatOf('FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13')).toBeNull();
  expect(repeatWords('FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13')).toMatch(/month/);
});
