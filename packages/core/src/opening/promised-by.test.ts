import { Temporal } from 'temporal-polyfill';
import { promisedBy, type Week } from './index.ts';

const day = [{ from: '09:00', to: '17:00' }];
/** Monday to Friday from nine to five, Saturday morning. */
const usual: Week = [day, day, day, day, day, [{ from: '09:00', to: '12:00' }], []];
const always: Week = Array.from({ length: 7 }, () => [{ from: '00:00', to: '24:00' }]);
const never: Week = Array.from({ length: 7 }, () => []);
const split: Week = usual.with(3, [
  { from: '13:00', to: '17:00' },
  { from: '09:00', to: '12:00' },
]);
const zone = 'America/New_York';

it.each<[string, Week, string, number, string]>([
  ['in opening hours', usual, '2026-11-05T10:00', 60, '2026-11-05T11:00'],
  ['just before closing', usual, '2026-11-05T16:40', 60, '2026-11-06T09:40'],
  ['at the very minute of closing', usual, '2026-11-05T17:00', 60, '2026-11-06T10:00'],
  ['ending with the day', usual, '2026-11-05T16:00', 60, '2026-11-05T17:00'],
  ['at night', usual, '2026-11-05T03:00', 60, '2026-11-05T10:00'],
  ['on Saturday night', usual, '2026-11-07T22:00', 60, '2026-11-09T10:00'],
  ['over the noon pause, spans in any order', split, '2026-11-05T11:30', 60, '2026-11-05T13:30'],
  ['longer than a day', usual, '2026-11-05T10:00', 10 * 60, '2026-11-06T12:00'],
  ['open all hours', always, '2026-11-05T23:30', 60, '2026-11-06T00:30'],
  ['no hours at all', never, '2026-11-05T23:30', 60, '2026-11-06T00:30'],
  // Clocks go back at 2:00 on 1 November 2026 (IANA tz database): from 1:30 the first time to 1:30 the second is an hour.
  ['through the repeated hour', always, '2026-11-01T00:30', 120, '2026-11-01T01:30'],
])('%s', (_what, week, from, minutes, until) => {
  const at = Temporal.PlainDateTime.from(from).toZonedDateTime(zone).toInstant();
  const by = promisedBy(at, minutes, { week, closed: [], zone }).toZonedDateTimeISO(zone);
  expect(by.toPlainDateTime().toString({ smallestUnit: 'minute' })).toBe(until);
});

it.each([
  ['a holiday is no opening hour', '2026-11-25T16:40', '2026-11-27T09:40'],
  ['written on the holiday', '2026-11-26T11:00', '2026-11-27T10:00'],
])('%s', (_what, from, until) => {
  const at = Temporal.PlainDateTime.from(from).toZonedDateTime(zone).toInstant();
  const closed = [{ from: '2026-11-26', to: '2026-11-26', name: 'Thanksgiving' }];
  const by = promisedBy(at, 60, { week: usual, closed, zone }).toZonedDateTimeISO(zone);
  expect(by.toPlainDateTime().toString({ smallestUnit: 'minute' })).toBe(until);
});
