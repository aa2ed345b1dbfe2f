import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { isOpen, openSeconds, promisedBy, type Hours, type Week } from './index.ts';

const zone = 'America/New_York';
const day = [{ from: '09:00', to: '17:00' }];
const usual: Week = [day, day, day, day, day, [{ from: '09:00', to: '12:00' }], []];
const hours: Hours = {
  ...{ week: usual, zone },
  closed: [{ from: '2026-11-26', to: '2026-11-26', name: 'Thanksgiving' }],
};
const at = (local: string) => Temporal.PlainDateTime.from(local).toZonedDateTime(zone).toInstant();

it.each([
  ['within a day', '2026-11-05T10:00', '2026-11-05T10:25', 25],
  ['over night', '2026-11-05T16:50', '2026-11-06T09:05', 15],
  ['over the weekend', '2026-11-07T11:30', '2026-11-09T09:10', 40],
  ['over a holiday', '2026-11-25T16:00', '2026-11-27T10:00', 120],
  ['while closed', '2026-11-08T10:00', '2026-11-08T15:00', 0],
  ['backwards', '2026-11-05T11:00', '2026-11-05T10:00', 0],
])('%s', (_what, from, until, minutes) =>
  expect(openSeconds(at(from), at(until), hours)).toBe(minutes * 60),
);

it('runs by the clock where there are no hours', () => {
  const none = { ...hours, week: usual.map(() => []) };
  expect(openSeconds(at('2026-11-08T10:00'), at('2026-11-08T11:00'), none)).toBe(3600);
});

/**
 * Quarters of an hour, in minutes 15 times that. None within the hours that a clock change repeats or skips, 1 to 2 and 2
 * to 3: which of the two 1:15s closes, no sign on a door says.
 */
const quarter = (min: number, max: number) =>
  fc.integer({ min, max }).filter((one) => one <= 4 || one === 8 || one >= 12);

/** Minute by minute over the clock changes of 2026 in New York (IANA tz database) and over holidays, any hours. */
const spanOf = fc
  .tuple(quarter(0, 95), quarter(1, 96))
  .filter(([from, to]) => from < to)
  .map(([from, to]) => ({ from: clock(from * 15), to: clock(to * 15) }));
const clock = (minute: number) =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
const anyWeek = fc.array(fc.array(spanOf, { maxLength: 1 }), { minLength: 7, maxLength: 7 });
const starts = ['2026-03-06T12:00', '2026-10-30T12:00', '2026-11-24T12:00'].map(at);

it('is what counting every minute gives, and the end of a promise is its minutes later', () => {
  fc.assert(
    fc.property(
      anyWeek,
      fc.constantFrom(...starts),
      fc.integer({ min: 0, max: 1440 }),
      fc.integer({ min: 1, max: 2 * 1440 }),
      (week, start, offset, length) => {
        const these = { ...hours, week };
        const from = start.add({ minutes: offset });
        const until = from.add({ minutes: length });
        fc.pre(week.some((spans) => spans.length > 0));
        let open = 0;
        for (let minute = 0; minute < length; minute++)
          if (isOpen(from.add({ minutes: minute }), these)) open++;
        expect(openSeconds(from, until, these)).toBe(open * 60);
        if (open === 0) return;
        const promised = promisedBy(from, open, these);
        expect(openSeconds(from, promised, these)).toBe(open * 60);
        expect(Temporal.Instant.compare(promised, until)).toBeLessThanOrEqual(0);
      },
    ),
    { numRuns: 60 },
  );
}, 60_000);
