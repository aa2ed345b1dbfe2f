import { Temporal } from 'temporal-polyfill';
import {
  changeWords,
  daysOfMonth,
  Month,
  monthBefore,
  monthWords,
  nextReportAt,
  ReportContent,
  shortName,
} from './index.ts';

it.each([
  ['2026-10', '2026-10-01', '2026-10-31'],
  ['2028-02', '2028-02-01', '2028-02-29'],
])('the days of %s are %s to %s', (month, from, to) =>
  expect(daysOfMonth(month)).toEqual({ from, to }),
);

it.each([
  ['2026-11-05', '2026-10'],
  ['2027-01-01', '2026-12'],
])('the month before %s is %s', (day, month) => expect(monthBefore(day)).toBe(month));

// By the calendar: New York is 5 hours behind UTC in winter and 4 in summer.
it.each([
  [5, '2026-11-05T12:59:00Z', 'America/New_York', '2026-11-05T13:00:00Z'],
  [5, '2026-11-05T13:00:00Z', 'America/New_York', '2026-12-05T13:00:00Z'],
  [28, '2026-01-31T12:00:00Z', 'America/New_York', '2026-02-28T13:00:00Z'],
  [1, '2026-12-15T12:00:00Z', 'Europe/Lisbon', '2027-01-01T08:00:00Z'],
  [15, '2026-06-01T00:00:00Z', 'America/New_York', '2026-06-15T12:00:00Z'],
])('on day %i, after %s in %s it is sent at %s', (day, after, zone, at) =>
  expect(nextReportAt(day, Temporal.Instant.from(after), zone).toString()).toBe(at),
);

it('says months and changes in words', () => {
  expect(monthWords('2026-10')).toBe('October 2026');
  expect([changeWords(5, 3), changeWords(3, 1200), changeWords(4, 4)]).toEqual([
    'up from 3',
    'down from 1,200',
    'as in the month before',
  ]);
});

it.each([
  ['Ana', 'Okafor', 'Ana O.'],
  ['Ana', '', 'Ana'],
  ['', 'élan', 'É.'],
  [' ', ' ', 'Somebody'],
])('names %j %j as %s', (first, last, name) => expect(shortName(first, last)).toBe(name));

it('refuses what can’t be sent', () => {
  const content = { name: 'Monthly', parts: ['numbers'], brand: 'client', schedule: null };
  expect(ReportContent.safeParse(content).success).toBe(true);
  for (const bad of [
    { parts: [] },
    { parts: ['numbers', 'numbers'] },
    { parts: ['weather'] },
    { schedule: { day: 31, to: ['a@example.com'] } },
    { schedule: { day: 1, to: [] } },
    { schedule: { day: 1, to: ['nobody'] } },
  ])
    expect(ReportContent.safeParse({ ...content, ...bad }).success).toBe(false);
  expect([Month.safeParse('2026-13').success, Month.safeParse('2026-1').success]).toEqual([
    false,
    false,
  ]);
});
