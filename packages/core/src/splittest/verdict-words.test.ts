import { verdictWords, type ToldTest } from './index.ts';

type Variation = ToldTest['variations'][number];
const variation = (letter: string, changes: Partial<Variation> = {}): Variation => ({
  ...{ letter, visitors: 100 },
  difference: letter === 'A' ? null : { low: -0.02, high: 0.06 },
  ...changes,
});
const test = (changes: Partial<ToldTest>): ToldTest => ({
  ...{ measure: 'lead', state: 'running', verdict: 'too-early', winner: null },
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
] as [Partial<ToldTest>, string][])('says what a test says: %#', (changes, words) =>
  expect(verdictWords(test(changes))).toBe(words),
);
