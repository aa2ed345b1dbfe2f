import { dateText, dayText, lengthText, localOf, momentOf, whenText } from './when.ts';

const zone = 'America/New_York';

it('writes a moment in the client’s zone, the day first and 24 hours', () => {
  expect(whenText('2026-11-06T03:05:00Z', zone)).toBe('Thu, Nov 5, 10:05 PM');
  expect(dayText('2026-11-06T03:05:00Z', 'Asia/Tokyo')).toBe('Fri, Nov 6');
  expect(dateText('2026-11-06T03:05:00Z', zone)).toBe('Nov 5, 2026');
});

it.each([
  ['2026-11-05T14:00:00Z', '0 min'],
  ['2026-11-05T14:04:59Z', '4 min'],
  ['2026-11-05T15:00:00Z', '1 h'],
  ['2026-11-05T17:20:00Z', '3 h 20 min'],
  ['2026-11-06T14:00:00Z', '1 day'],
  ['2026-11-07T19:30:00Z', '2 days 5 h'],
  ['2026-11-05T13:00:00Z', '0 min'],
])('says how long it is until %s', (to, words) =>
  expect(lengthText('2026-11-05T14:00:00Z', to)).toBe(words),
);

it.each([
  ['2026-11-05T09:12', '2026-11-05T14:12:00Z'],
  // Half past two does not exist on the day New York's clocks go forward; it moves on (tz database, from memory).
  ['2026-03-08T02:30', '2026-03-08T07:30:00Z'],
])('reads the wall time %s and gives it back', (local, moment) => {
  expect(momentOf(local, zone)).toBe(moment);
  expect(momentOf(localOf(moment, zone), zone)).toBe(moment);
});
