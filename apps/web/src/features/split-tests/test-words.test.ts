import type { TestSummary, VariationView } from '@plumgate/contract';
import { planWords, verdictWords } from './test-words.ts';

const variation = (letter: string, changes: Partial<VariationView> = {}): VariationView => ({
  ...{ variationId: letter as VariationView['variationId'], letter, change: '', share: 1 },
  ...{ revisionId: null, visitors: 100, conversions: 10 },
  rate: { value: 0.1, low: 0.05, high: 0.17 },
  difference: letter === 'A' ? null : { low: -0.02, high: 0.06 },
  ...changes,
});
const test = (changes: Partial<TestSummary>): TestSummary => ({
  ...{ testId: 't' as TestSummary['testId'], hypothesis: 'h', measure: 'lead', state: 'running' },
  page: { pageId: 'p' as TestSummary['page']['pageId'], name: 'First visit', isDeleted: false },
  ...{ madeAt: '', startedAt: '', endedAt: null, verdict: 'too-early', winner: null, kept: null },
  variations: [variation('A'), variation('B')],
  ...changes,
});

it.each([
  [{ state: 'planned' }, 'Not started yet: all visitors see the page as it is.'],
  [{}, 'Too early to say. Of 100 visitors, B may win up to 6.0 more than A or up to 2.0 fewer.'],
  [{ variations: [variation('A'), variation('B', { visitors: 0 })] }, 'Too early to say.'],
  [
    {
      ...{ verdict: 'winner', winner: 'B' },
      variations: [variation('A'), variation('B', { difference: { low: 0.031, high: 0.082 } })],
    },
    'B does better: of 100 visitors 3.1 to 8.2 more send a form.',
  ],
  [
    { verdict: 'winner', winner: 'A' },
    'A, the page as it is, does better: more of its visitors send a form.',
  ],
  [
    { verdict: 'no-difference' },
    'No difference worth having. Whatever difference there is, it is smaller than what you hoped for.',
  ],
] as [Partial<TestSummary>, string][])('says what a test says: %#', (changes, words) =>
  expect(verdictWords(test(changes))).toBe(words),
);

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
