import { compare, plainNumber, type Comparison } from './index.ts';

it.each<[Comparison, string[], boolean]>([
  [{ op: 'is', value: 'Yes' }, ['yes '], true],
  [{ op: 'is', value: 'Yes' }, ['Yes, please'], false],
  [{ op: 'is', value: 'Roof' }, ['Gutters', 'Roof'], true],
  [{ op: 'is', value: 'Yes' }, [], false],
  [{ op: 'is-one-of', values: ['Leak', 'Storm damage'] }, ['storm damage'], true],
  [{ op: 'is-one-of', values: [] }, ['Leak'], false],
  [{ op: 'contains', value: 'leak' }, ['It LEAKS when it rains'], true],
  [{ op: 'contains', value: 'leak' }, ['Dry'], false],
  [{ op: 'is-answered' }, ['x'], true],
  [{ op: 'is-answered' }, ['  '], false],
  [{ op: 'is-answered' }, [], false],
  [{ op: 'is-more-than', value: 8 }, ['9'], true],
  [{ op: 'is-more-than', value: 8 }, ['8'], false],
  [{ op: 'is-more-than', value: 999 }, ['1,000'], true],
  [{ op: 'is-more-than', value: 0 }, ['many'], false],
  [{ op: 'is-more-than', value: -1 }, [''], false],
  [{ op: 'is-less-than', value: 10 }, ['9.5'], true],
  [{ op: 'is-less-than', value: 10 }, ['0x1'], false],
])('%j of %j is %s', (comparison, values, is) => expect(compare(comparison, values)).toBe(is));

it.each([
  ['1,000', '1000'],
  ["12'500.5", '12500.5'],
  ['1 000 000', '1000000'],
  ['1,00', '1,00'],
  ['-4,200', '-4200'],
])('reads %j as %j', (text, number) => expect(plainNumber(text)).toBe(number));
