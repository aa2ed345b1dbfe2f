import fc from 'fast-check';
import { takeTurn, type InTurn } from './index.ts';

const rounds = (there: InTurn<string>[], count: number, credits = new Map<string, number>()) => {
  const taken: string[] = [];
  for (let round = 0; round < count; round++) {
    const turn = takeTurn(there, credits)!;
    taken.push(turn.to);
    credits = turn.credits;
  }
  return { taken: taken.join(''), credits };
};

it.each<[string, InTurn<string>[], string]>([
  [
    'two alike',
    [
      { to: 'a', weight: 1 },
      { to: 'b', weight: 1 },
    ],
    'ababab',
  ],
  [
    'three to one',
    [
      { to: 'a', weight: 3 },
      { to: 'b', weight: 1 },
    ],
    'aabaaaba',
  ],
  ['one alone', [{ to: 'a', weight: 2 }], 'aaa'],
])('%s', (_what, there, taken) => expect(rounds(there, taken.length).taken).toBe(taken));

it('is nobody’s where nobody is there', () => expect(takeTurn([], new Map())).toBeNull());

it('gives nothing back to who was away', () => {
  const [a, b] = [
    { to: 'a', weight: 1 },
    { to: 'b', weight: 1 },
  ];
  const { credits } = rounds([a], 20);
  expect(rounds([a, b], 6, credits).taken.match(/b/g)).toHaveLength(3);
});

/**
 * Pearson's chi-square of 400 turns against the shares, for any weights: below its 99th percentile for as many degrees of
 * freedom (tables of the distribution: 6.63, 9.21, 11.34, 13.28 for 1 to 4), and far below, since turns are not left to chance.
 */
const percentile99 = [0, 6.63, 9.21, 11.34, 13.28];
it('keeps to the weights, whatever they are', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 10 }), { minLength: 2, maxLength: 5 }),
      (weights) => {
        const there = weights.map((weight, index) => ({ to: String(index), weight }));
        const turns = 400;
        const sum = weights.reduce((all, weight) => all + weight, 0);
        const taken = [...rounds(there, turns).taken];
        let chiSquare = 0;
        for (const { to, weight } of there) {
          const expected = (turns * weight) / sum;
          const seen = taken.filter((one) => one === to).length;
          expect(Math.abs(seen - expected)).toBeLessThan(1 + 1e-9);
          chiSquare += (seen - expected) ** 2 / expected;
        }
        expect(chiSquare).toBeLessThan(percentile99[weights.length - 1]!);
      },
    ),
  );
});
