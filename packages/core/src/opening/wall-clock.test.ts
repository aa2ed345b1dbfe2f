import { wallClock, weekdayIn } from './index.ts';

// As the Unicode CLDR writes them, which Intl brings along.
it.each<[number, string, string, string]>([
  [0, 'en', '12:00 AM', '12 AM'],
  [9 * 60, 'en', '9:00 AM', '9 AM'],
  [13 * 60 + 30, 'en', '1:30 PM', '1:30 PM'],
  [12 * 60, 'en', '12:00 PM', '12 PM'],
  [24 * 60, 'en', '12:00 AM', '12 AM'],
  [9 * 60, 'en-GB', '09:00', '09:00'],
  [9 * 60, 'fr', '09:00', '09:00'],
  [17 * 60 + 5, 'es', '17:05', '17:05'],
])('writes minute %i in %s as %s, in short %s', (minute, locale, long, short) => {
  expect(wallClock(minute, locale)).toBe(long);
  expect(wallClock(minute, locale, true)).toBe(short);
});

it.each([
  [0, 'en', 'Monday'],
  [6, 'en', 'Sunday'],
  [0, 'es', 'lunes'],
  [2, 'fr', 'mercredi'],
])('calls day %i in %s %s', (day, locale, name) => expect(weekdayIn(locale, day)).toBe(name));
