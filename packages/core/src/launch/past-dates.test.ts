import { Temporal } from 'temporal-polyfill';
import { pastDates } from './past-dates.ts';

const now = Temporal.Instant.from('2026-11-05T14:12:00Z');
const past = (words: string) => pastDates(words, now, 'America/New_York');

it.each([
  'November 3, 2026',
  'Nov 3 2026',
  'Nov. 3rd, 2026',
  '3 November 2026',
  '3rd November, 2025',
  '2026-11-03',
  '11/3/2025',
  '3.11.2025',
  '3 de noviembre de 2025',
  '1er novembre 2025',
  '14 août 2025',
  '7 de março de 2026',
])('finds %j over', (date) => expect(past(`Come on ${date} at six.`)).toEqual([date]));

it.each([
  ['today', 'November 5, 2026'],
  ['a day to come', '6 de noviembre de 2026'],
  ['no year', '3 November'],
  ['a date that is none', 'June 31, 2020'],
  ['no month', '3 Persons 2020'],
  ['a reading that is still to come', '6/11/2026'],
  ['both still to come', '12/12/2026'],
  ['a phone number', '207-555-0142'],
])('leaves %s alone: %j', (_what, words) => {
  expect(past(words)).toEqual([]);
});

it('gives several in the order of the words', () => {
  expect(past('From 2025-01-02 until January 3, 2025, again on 4 May 2025.')).toEqual([
    '2025-01-02',
    'January 3, 2025',
    '4 May 2025',
  ]);
});
