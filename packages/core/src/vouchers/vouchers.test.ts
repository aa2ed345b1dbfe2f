import fc from 'fast-check';
import {
  checkDigit,
  codeAlphabets,
  codeKey,
  isValidCode,
  makeCodes,
  mostCodes,
  type CodeFormat,
} from './index.ts';

const random = (seed: number) => {
  let state = seed;
  // A linear congruential generator (Numerical Recipes): the same numbers everywhere.
  return (below: number) => {
    state = (state * 1664525 + 1013904223) % 2 ** 32;
    return Math.floor((state / 2 ** 32) * below);
  };
};
const format = (changes: Partial<CodeFormat> = {}): CodeFormat => ({
  ...{ alphabet: 'letters', length: 8, isChecked: true },
  ...changes,
});

// 6291041500213 is the worked example of GS1's page on check digits; 4006381333931 and 0012345678905 are widely printed (from memory).
it.each(['6291041500213', '4006381333931', '0012345678905'])(
  '%s has the check digit of EAN-13',
  (code) => {
    expect(checkDigit(code.slice(0, -1), 'digits')).toBe(code.at(-1));
    expect(isValidCode(code, { alphabet: 'digits', length: 13, isChecked: true })).toBe(true);
  },
);

it('makes so many codes, each once, none that exists, all of them valid', () => {
  const taken = new Set(makeCodes(500, format(), random(1)));
  const made = makeCodes(2000, format(), random(1), taken);
  expect(new Set(made).size).toBe(2000);
  for (const code of made) {
    expect(taken.has(code)).toBe(false);
    expect(isValidCode(code, format())).toBe(true);
  }
});

it('has no letter or digit that is taken for another', () =>
  expect(codeAlphabets.letters).not.toMatch(/[ILO01]/));

it('refuses to make so many that they could be guessed', () => {
  const short = format({ alphabet: 'digits', length: 6, isChecked: false });
  expect(mostCodes(short)).toBe(1000);
  expect(() => makeCodes(1001, short, random(1))).toThrow(RangeError);
  expect(() =>
    makeCodes(1, short, random(1), new Set(makeCodes(1000, short, random(2)))),
  ).toThrow();
});

it('notices every wrong letter, and every two neighbors that changed places', () =>
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 2 ** 31 }), fc.nat(7), fc.nat(29), (seed, at, other) => {
      const [code] = makeCodes(1, format(), random(seed));
      const letters = [...codeAlphabets.letters].filter((one) => one !== code![at]);
      const wrong = [...code!].with(at, letters[other]!).join('');
      expect(isValidCode(wrong, format())).toBe(false);
      const next = (at + 1) % 8;
      if (next === 0 || code![at] === code![next]) return;
      const swapped = [...code!].with(at, code![next]!).with(next, code![at]!).join('');
      expect(isValidCode(swapped, format())).toBe(false);
    }),
  ));

it.each([
  ['abcd-2345', 'ABCD2345'],
  [' ab cd 23 45 ', 'ABCD2345'],
  ['ＡＢ２３', 'AB23'],
])('%j typed is %j', (typed, key) => expect(codeKey(typed)).toBe(key));

it.each(['', 'ABC', 'ABCDEFGI', 'ABCDEFGHJ', '________'])(
  '%j is no code of eight letters',
  (code) => expect(isValidCode(code, format())).toBe(false),
);
