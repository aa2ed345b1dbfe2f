import fc from 'fast-check';
import { cleanData, cleanText, isDeeperThan, truncate } from './index.ts';

describe('cleanText', () => {
  it.each([
    ['plain', 'plain'],
    ['a\0b', 'ab'],
    ['half \ud83d of a pair', 'half \ufffd of a pair'],
    ['\udc4d', '\ufffd'],
    ['👍', '👍'],
    ['Zoe\u0308', 'Zoë'],
    ['', ''],
  ])('makes %j into %j', (text, clean) => expect(cleanText(text)).toBe(clean));

  it('caps by code points', () => {
    expect(cleanText('👍👍👍', 2)).toBe('👍👍');
    expect(cleanText('abc', 2)).toBe('ab');
  });

  it('gives well-formed text without NUL for anything, and changes it no further', () => {
    const anything = fc.string({ unit: fc.integer({ min: 0, max: 0xffff }).map(fromUnit) });
    fc.assert(
      fc.property(anything, fc.nat(40), (text, most) => {
        const clean = cleanText(text, most);
        // The Unicode standard's own test of well-formedness, by the platform (ECMAScript 2024).
        expect(Buffer.from(clean).toString()).toBe(clean);
        expect(clean).not.toContain('\0');
        expect([...clean].length).toBeLessThanOrEqual(most);
        expect(cleanText(clean, most)).toBe(clean);
      }),
    );
  });
});

const fromUnit = (unit: number) => String.fromCharCode(unit);

it.each([
  ['short', 60, 'short'],
  ['👍👍', 1, '👍'],
  ['a👍b', 2, 'a👍'],
  ['abc', 0, ''],
])('truncates %j to %j code points', (text, most, cut) => expect(truncate(text, most)).toBe(cut));

describe('cleanData', () => {
  it('cleans every text and every key, however deep', () => {
    const dirty = { 'a\0': ['\ud83d', { b: 'c\0' }], n: 1, none: null };
    expect(cleanData(dirty)).toEqual({ a: ['\ufffd', { b: 'c' }], n: 1, none: null });
  });

  it('gives back the same object when there is nothing to clean', () => {
    const clean = { a: ['b', { c: 'd' }] };
    expect(cleanData(clean)).toBe(clean);
  });

  it('keeps a property called __proto__ as data', () => {
    const cleaned = cleanData(JSON.parse('{"__proto__":{"x":1},"a":"\\u0000"}') as object);
    expect(JSON.stringify(cleaned)).toBe('{"__proto__":{"x":1},"a":""}');
    expect((cleaned as { x?: number }).x).toBeUndefined();
  });
});

describe('isDeeperThan', () => {
  it.each([
    ['[[1]]', 2, false],
    ['[[[1]]]', 2, true],
    ['{"a":{"b":{}}}', 2, true],
    ['["[[[[", "\\"[[["]', 1, false],
    ['[1],[2],[3]', 1, false],
  ])('says of %j and %j: %j', (json, most, is) => expect(isDeeperThan(json, most)).toBe(is));

  it('reads five million levels without a stack', () => {
    expect(isDeeperThan('['.repeat(5_000_000), 64)).toBe(true);
  });
});
