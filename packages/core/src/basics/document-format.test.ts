import fc from 'fast-check';
import { documentFormat } from './index.ts';

interface Sign {
  text: string;
  size: number;
}
const format = documentFormat<Sign>('sign', [
  ({ words, ...rest }) => ({ ...rest, text: words }),
  (stored) => ({ size: 12, ...stored }),
]);

it.each<[string, object, Sign]>([
  ['before there were versions', { words: 'Open' }, { text: 'Open', size: 12 }],
  ['of version 1', { formatVersion: 1, words: 'Open' }, { text: 'Open', size: 12 }],
  ['of version 2', { formatVersion: 2, text: 'Open' }, { text: 'Open', size: 12 }],
  ['of now', { formatVersion: 3, text: 'Open', size: 30 }, { text: 'Open', size: 30 }],
])('reads what was stored %s', (_when, stored, sign) => expect(format.read(stored)).toEqual(sign));

it('reads what it writes', () =>
  fc.assert(
    fc.property(fc.record({ text: fc.string(), size: fc.nat() }), (sign) =>
      expect(format.read(JSON.parse(JSON.stringify(format.write(sign))))).toEqual(sign),
    ),
  ));

it('refuses what a later build wrote', () =>
  expect(() => format.read({ formatVersion: 4 })).toThrow(
    'This sign was saved by a later version of the program.',
  ));
