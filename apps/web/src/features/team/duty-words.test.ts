import type { Week } from '@plumgate/core/opening';
import { dutyWords } from './duty-words.ts';

const nine = [{ from: '09:00', to: '17:00' }];
const week = (...days: Week): Week => [...days, ...Array<[]>(7 - days.length).fill([])];

it.each<[string, Week | null]>([
  ['Any time', null],
  ['Never', week()],
  ['Mon to Fri 9:00 AM–5:00 PM', week(nine, nine, nine, nine, nine)],
  ['Mon 9:00 AM–5:00 PM, Wed 9:00 AM–5:00 PM', week(nine, [], nine)],
  [
    'Mon 9:00 AM–12:00 PM and 1:00 PM–5:00 PM, Tue 9:00 AM–5:00 PM',
    week(
      [
        { from: '09:00', to: '12:00' },
        { from: '13:00', to: '17:00' },
      ],
      nine,
    ),
  ],
])('%s', (words, hours) => expect(dutyWords(hours)).toBe(words));
