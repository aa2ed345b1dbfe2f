import { entryLimits, type BlockKindName } from './index.ts';

it.each<[BlockKindName, Record<string, number>]>([
  ['cards', { title: 120, text: 600 }],
  ['reviews', { said: 600, who: 120, source: 60 }],
  ['gallery', { alt: 300 }],
  ['ticks', {}],
  ['heading', {}],
])('texts in the entries of %s', (kind, limits) => expect(entryLimits(kind)).toEqual(limits));
