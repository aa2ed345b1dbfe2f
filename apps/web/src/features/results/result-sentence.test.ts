import type { ResultFigures } from '@plumgate/contract';
import { rateOf } from '@plumgate/core/results';
import { comparedWords, resultSentence } from './result-sentence.ts';

const of = (conversions: number, visitors: number): ResultFigures => ({
  ...{ visitors, conversions, leads: conversions, bookings: 0, came: 0, won: 0, value: 0 },
  cost: null,
  rate: rateOf({ converted: conversions, visitors }),
});

it.each([
  [
    of(126, 640),
    of(100, 600),
    'Between 16.8% and 22.9% of visitors become leads. That is 3.0 points more than in the 30 days before, which chance alone could do.',
  ],
  [
    of(48, 80),
    of(56, 70),
    'Between 49.0% and 70.0% of visitors become leads. That is 20.0 points less than in the 30 days before, more than chance does.',
  ],
  [
    of(50, 500),
    of(10, 100),
    'Between 7.7% and 12.9% of visitors become leads. That is as many as in the 30 days before.',
  ],
  [
    of(50, 500),
    of(0, 0),
    'Between 7.7% and 12.9% of visitors become leads. In the 30 days before too few came to compare it with.',
  ],
  [
    of(10, 49),
    of(50, 500),
    'Fewer than 50 visitors came: too few to say how many of them become leads.',
  ],
])('%#', (now, before, words) =>
  expect(resultSentence(now, before, 'the 30 days before')).toBe(words),
);

it.each([
  ['before', 30, 'the 30 days before'],
  ['before', 1, 'the day before'],
  ['week', 7, 'the same days a week before'],
  ['year', 1, 'the same day a year before'],
] as const)('calls the time %s of %d days', (time, days, words) =>
  expect(comparedWords(time, days)).toBe(words),
);
