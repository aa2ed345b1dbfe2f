import { planWords } from './test-words.ts';

it.each([
  [
    { base: 0.1, lift: 1, perDay: 100 },
    'To find a rise from 10.0% to 20.0% in 8 of 10 tests, each variation needs about 219 visitors. With 100 visitors a day that takes up to 8 days.',
  ],
  [
    { base: 0.1, lift: 1, perDay: 1 },
    'To find a rise from 10.0% to 20.0% in 8 of 10 tests, each variation needs about 219 visitors. With 1 visitor a day that takes up to 767 days. Too few visitors come to this page for a test.',
  ],
  [
    { base: 0.1, lift: 0.2, perDay: 20 },
    'To find a rise from 10.0% to 12.0% in 8 of 10 tests, each variation needs about 3,941 visitors. With 20 visitors a day that takes up to 690 days. In 60 days it could find a rise to 18.0% or more: test a bigger change.',
  ],
  [
    { base: 0.1, lift: 1, perDay: 0 },
    'To find a rise from 10.0% to 20.0% in 8 of 10 tests, each variation needs about 219 visitors. Nobody has come to this page yet, so it can’t be said how long that takes.',
  ],
  [{ base: 0.6, lift: 1, perDay: 9 }, 'A rate of 60.0% can’t rise by so much. Hope for less.'],
])('says how long a test takes: %#', (plan, words) =>
  expect(planWords({ ...plan, variations: 2 })).toBe(words),
);
