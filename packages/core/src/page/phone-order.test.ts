import fc from 'fast-check';
import { doesReadingJump, inPhoneOrder, phoneOrderWith } from './index.ts';

const parts = (ids: string) => [...ids].map((id) => ({ id }));
const shown = (ids: string, order: string) =>
  inPhoneOrder(parts(ids), [...order])
    .map(({ id }) => id)
    .join('');

it.each([
  ['abc', '', 'abc'],
  ['abc', 'cab', 'cab'],
  ['abcd', 'cab', 'cdab'],
  ['xabc', 'cab', 'xcab'],
  ['ac', 'cba', 'ca'],
  ['abc', 'aab', 'abc'],
  ['', 'ab', ''],
])('parts %s in the order “%s” stand as %s', (ids, order, expected) =>
  expect(shown(ids, order)).toBe(expected),
);

it.each([
  ['c', 0, 'cab'],
  ['c', 1, 'acb'],
  ['a', 3, 'bca'],
  ['a', 0, ''],
  ['a', 1, ''],
])('%s put at %i on a phone is stored as “%s”', (id, index, expected) =>
  expect(phoneOrderWith(parts('abc'), [], id, index).join('')).toBe(expected),
);

it('shows every part once, whatever the order says', () => {
  const ids = fc.uniqueArray(fc.constantFrom(...'abcdefgh'), { maxLength: 8 });
  fc.assert(
    fc.property(ids, fc.array(fc.constantFrom(...'abcdefghxyz')), (of, order) => {
      expect(shown(of.join(''), order.join('')).split('').sort()).toEqual([...of].sort());
    }),
  );
});

describe('reading jumps', () => {
  const stops = ({ id }: { id: string }) => id === id.toUpperCase();
  it.each([
    ['abc', '', false, 'the same order'],
    ['aF', 'Fa', false, 'a form before the words beside it'],
    ['abF', 'aFb', false, 'a form one place up'],
    ['abF', 'Fab', true, 'a form past two others'],
    ['BF', 'FB', true, 'two that the keyboard stops at, turned round'],
    ['aBcF', 'aBFc', false, 'two that keep their order'],
  ])('%s shown as %s: %s (%s)', (ids, order, expected) =>
    expect(doesReadingJump(parts(ids), [...order], stops)).toBe(expected),
  );
});
