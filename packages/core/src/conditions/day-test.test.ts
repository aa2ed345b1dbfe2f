import { Temporal } from 'temporal-polyfill';
import { daysOf, momentsOf, type DayTest } from './index.ts';

const spansAll = (test: DayTest, now: string, zone: string) => {
  const span = momentsOf(test, Temporal.Instant.from(now), zone);
  if ('daysOfYear' in span) return span.daysOfYear;
  return [span.from?.toString() ?? null, span.before?.toString() ?? null];
};

it.each<[string, DayTest, string, string, (string | null)[]]>([
  [
    // Clocks went back on November 1, 2026 in New York: 30 days ago it was an hour earlier by UTC.
    'the same time of day 30 days ago, over a clock change',
    { op: 'in-last', amount: 30, unit: 'days' },
    '2026-11-15T17:00:00Z',
    'America/New_York',
    ['2026-10-16T16:00:00Z', '2026-11-15T17:00:00.000001Z'],
  ],
  [
    // 02:30 on March 8, 2026 was skipped in New York.
    'a time of day that was skipped is the one after the skip',
    { op: 'longer-ago', amount: 1, unit: 'days' },
    '2026-03-09T06:30:00Z',
    'America/New_York',
    [null, '2026-03-08T07:30:00Z'],
  ],
  [
    'a month ago from its 31st is the last day of a shorter month',
    { op: 'in-last', amount: 1, unit: 'months' },
    '2026-03-31T12:00:00Z',
    'UTC',
    ['2026-02-28T12:00:00Z', '2026-03-31T12:00:00.000001Z'],
  ],
  [
    'days begin and end in the zone, also one of 25 hours',
    { op: 'between', day: '2026-11-01', until: '2026-11-01' },
    '2026-11-15T17:00:00Z',
    'America/New_York',
    ['2026-11-01T04:00:00Z', '2026-11-02T05:00:00Z'],
  ],
  [
    'a day without midnight begins at its first moment',
    { op: 'since', day: '2018-11-04' },
    '2026-11-15T17:00:00Z',
    'America/Sao_Paulo',
    ['2018-11-04T03:00:00Z', null],
  ],
  [
    'a birthday on February 29 comes round with the 28th',
    { op: 'comes-round', days: 2 },
    '2026-02-28T12:00:00Z',
    'UTC',
    ['02-28', '02-29', '03-01'],
  ],
  [
    'and on its own day in a leap year',
    { op: 'comes-round', days: 1 },
    '2028-02-28T12:00:00Z',
    'UTC',
    ['02-28'],
  ],
])('%s', (_what, test, now, zone, expected) => expect(spansAll(test, now, zone)).toEqual(expected));

/** Brute force: every hour of a year around both clock changes of each zone. */
it.each(['America/New_York', 'Europe/Berlin', 'Australia/Lord_Howe', 'UTC'])(
  'the days of %s and the moments within them agree',
  (zone) => {
    const now = Temporal.Instant.from('2026-11-02T10:00:00Z');
    const today = now.toZonedDateTimeISO(zone).toPlainDate();
    const tests: DayTest[] = [
      { op: 'since', day: '2026-03-29' },
      { op: 'before', day: '2026-10-25' },
      { op: 'between', day: '2026-03-08', until: '2026-11-01' },
    ];
    for (const test of tests) {
      const days = daysOf(test, today) as { from: string | null; before: string | null };
      const moments = momentsOf(test, now, zone) as {
        from: Temporal.Instant | null;
        before: Temporal.Instant | null;
      };
      const start = Temporal.Instant.from('2026-01-01T00:00:00Z');
      for (let hour = 0; hour < 366 * 24; hour++) {
        const at = start.add({ hours: hour });
        const day = at.toZonedDateTimeISO(zone).toPlainDate().toString();
        const byDay =
          (days.from === null || day >= days.from) && (days.before === null || day < days.before);
        const byMoment =
          (moments.from === null || Temporal.Instant.compare(at, moments.from) >= 0) &&
          (moments.before === null || Temporal.Instant.compare(at, moments.before) < 0);
        if (byDay !== byMoment) throw new Error(`${test.op} at ${at.toString()} in ${zone}`);
      }
    }
  },
);
