import type { FormId } from '../basics/index.ts';
import {
  applyEdit,
  drawnShares,
  dropPlaces,
  emptyPage,
  inReadingOrder,
  moveTo,
  newBand,
  newBlock,
  placeWords,
  type Draft,
  type DropPlace,
} from './index.ts';

const heading = (id: string) => newBlock('heading', id, { text: id.toUpperCase() });
const draft: Draft = {
  page: {
    ...emptyPage('T'),
    bands: [
      newBand(
        'one',
        [
          { id: 'left', share: 1, blocks: [heading('a'), heading('b'), heading('c')] },
          { id: 'right', share: 1, blocks: [] },
        ],
        { name: 'Promise' },
      ),
      newBand('two', [{ id: 'only', share: 1, blocks: [heading('d')] }], { name: 'Proof' }),
    ],
  },
  forms: {} as Record<FormId, never>,
};
const after = (ids: string[], place: DropPlace) => {
  let now = draft;
  for (const edit of moveTo(draft, ids, place)) {
    const done = applyEdit(now, edit);
    if (!done.ok) throw new Error(done.problem);
    now = done.value.draft;
  }
  return now.page.bands.map((band) =>
    band.columns.map((column) => column.blocks.map(({ id }) => id).join('')).join('|'),
  );
};

it.each<[string, string[], DropPlace, string[]]>([
  ['one down within its column', ['a'], { parent: 'left', index: 2 }, ['bac|', 'd']],
  ['one to where it is', ['a'], { parent: 'left', index: 1 }, ['abc|', 'd']],
  ['one into another band', ['b'], { parent: 'only', index: 0 }, ['ac|', 'bd']],
  ['two, picked in the wrong order', ['c', 'a'], { parent: 'right', index: 0 }, ['b|ac', 'd']],
  ['two around one that stays', ['a', 'c'], { parent: 'left', index: 2 }, ['bac|', 'd']],
  [
    'all to the end of another column',
    ['a', 'b', 'd'],
    { parent: 'right', index: 0 },
    ['c|abd', ''],
  ],
  ['a band', ['two'], { parent: 'page', index: 0 }, ['d', 'abc|']],
  ['a block to where only bands lie', ['a'], { parent: 'page', index: 0 }, ['abc|', 'd']],
  ['what is not there', ['zz'], { parent: 'left', index: 0 }, ['abc|', 'd']],
])('moves %s', (_what, ids, place, expected) => expect(after(ids, place)).toEqual(expected));

it.each<[DropPlace, string]>([
  [{ parent: 'left', index: 0 }, 'at the top of Column 1 of Promise'],
  [{ parent: 'left', index: 2 }, 'below B'],
  [{ parent: 'right', index: 0 }, 'into Column 2 of Promise'],
  [{ parent: 'page', index: 0 }, 'above Promise'],
  [{ parent: 'page', index: 2 }, 'below Proof'],
  [{ parent: 'one', index: 1 }, 'right of Column 1 of Promise'],
  [{ parent: 'gone', index: 0 }, 'nowhere'],
])('says in words where %j is', (place, words) => expect(placeWords(draft, place)).toBe(words));

it('knows every gap for a kind, in reading order', () => {
  expect(dropPlaces(draft, 'band')).toHaveLength(3);
  expect(dropPlaces(draft, 'column')).toHaveLength(5);
  expect(dropPlaces(draft, 'block').map(({ parent }) => parent)).toEqual([
    ...Array<string>(4).fill('left'),
    'right',
    'only',
    'only',
  ]);
});

it('takes a part that lies within another one only once', () =>
  expect(inReadingOrder(draft, ['d', 'b', 'one', 'two', 'two'])).toEqual(['one', 'two']));

it.each<[number[], number, number, number[]]>([
  [[1, 1], 0, 0.5, [6, 6]],
  [[1, 1], 0, 0.74, [9, 3]],
  [[6, 5], 0, 0, [1, 10]],
  [[6, 5], 0, 2, [10, 1]],
  [[1, 1, 2], 0, 0.7, [4, 2, 6]],
  [[1, 1, 1, 1], 2, 0.5, [3, 3, 3, 3]],
])('shares %j, drawn at %i to %d, become %j', (shares, index, fraction, expected) =>
  expect(drawnShares(shares, index, fraction)).toEqual(expected),
);
