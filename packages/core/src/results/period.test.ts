import {
  daysIn,
  periodBefore,
  periodCalled,
  periodCompared,
  periodYearBefore,
  type ComparedTime,
  type PeriodName,
} from './index.ts';

it.each<[PeriodName, string, string]>([
  ['last-7', '2026-10-30', '2026-11-05'],
  ['last-30', '2026-10-07', '2026-11-05'],
  ['last-90', '2026-08-08', '2026-11-05'],
  ['month', '2026-11-01', '2026-11-05'],
  ['month-before', '2026-10-01', '2026-10-31'],
  ['year', '2026-01-01', '2026-11-05'],
])('%s, on November 5', (name, from, to) =>
  expect(periodCalled(name, '2026-11-05')).toEqual({ from, to }),
);

it('knows the month before January, and before March', () => {
  expect(periodCalled('month-before', '2027-01-31')).toEqual({
    from: '2026-12-01',
    to: '2026-12-31',
  });
  expect(periodCalled('month-before', '2028-03-31')).toEqual({
    from: '2028-02-01',
    to: '2028-02-29',
  });
});

it.each([
  [{ from: '2026-10-07', to: '2026-11-05' }, { from: '2026-09-07', to: '2026-10-06' }, 30],
  [{ from: '2026-11-05', to: '2026-11-05' }, { from: '2026-11-04', to: '2026-11-04' }, 1],
  [{ from: '2028-03-01', to: '2028-03-31' }, { from: '2028-01-30', to: '2028-02-29' }, 31],
])('%j has as many days before it', (period, before, days) => {
  expect(periodBefore(period)).toEqual(before);
  expect([daysIn(period), daysIn(before)]).toEqual([days, days]);
});

it('goes back a year', () => {
  expect(periodYearBefore({ from: '2028-02-29', to: '2028-03-10' })).toEqual({
    from: '2027-02-28',
    to: '2027-03-10',
  });
  expect(daysIn({ from: '2026-11-05', to: '2026-11-01' })).toBe(0);
});

it.each<[ComparedTime, string, string]>([
  ['before', '2026-03-01', '2026-03-30'],
  ['week', '2026-03-24', '2026-04-22'],
  // March has a 31st, February no 29th in 2026.
  ['month', '2026-02-28', '2026-03-29'],
  ['year', '2025-03-31', '2025-04-29'],
])('compared with that %s', (time, from, to) =>
  expect(periodCompared({ from: '2026-03-31', to: '2026-04-29' }, time)).toEqual({ from, to }),
);
