import { prose } from '../basics/index.ts';
import { plainBrand } from '../brand/index.ts';
import { emptyFacts } from '../clients/index.ts';
import fc from 'fast-check';
import type { FormId } from '../basics/index.ts';
import { shortForm } from '../forms/index.ts';
import {
  applyEdit,
  changesBetween,
  changeWords,
  emptyPage,
  newBand,
  newBlock,
  pageNode,
  type Draft,
  type Edit,
  type TreeNode,
  besideChanges,
  type Beside,
} from './index.ts';

const formId = '00000000-0000-4000-8000-0000000000f1' as FormId;
const draft: Draft = {
  page: {
    ...emptyPage('First visit'),
    bands: [
      newBand(
        'top',
        [
          {
            id: 'left',
            share: 1,
            blocks: [
              newBlock('heading', 'h', { text: 'Come and talk' }),
              newBlock('text', 't', { text: prose('Half an hour.') }),
              newBlock('form', 'f', { formId, title: 'Your place' }),
            ],
          },
        ],
        { name: 'Top' },
      ),
      newBand('foot', [{ id: 'c2', share: 1, blocks: [] }], { name: 'Foot' }),
    ],
  },
  forms: { [formId]: shortForm('First visit', ['q1', 'q2', 'q3']) },
};
function edited(...edits: Edit[]): Draft {
  return edits.reduce((now, edit) => {
    const result = applyEdit(now, edit);
    if (!result.ok) throw new Error(result.problem);
    return result.value.draft;
  }, draft);
}
const words = (...edits: Edit[]) => changesBetween(draft, edited(...edits)).map(changeWords);
const button = newBlock('button', 'b', { label: 'Go on' }) as unknown as TreeNode;

it.each<[string, Edit[], string[]]>([
  [
    'words',
    [{ do: 'set', id: 'h', changes: { text: 'Just talk' } }],
    ['“Just talk”: text: “Come and talk” is now “Just talk”'],
  ],
  [
    'text in paragraphs',
    [{ do: 'set', id: 't', changes: { text: prose('Thirty minutes.') } }],
    ['“Thirty minutes.”: text: “Half an hour.” is now “Thirty minutes.”'],
  ],
  [
    'a block that came',
    [{ do: 'insert', parent: 'left', index: 1, node: button }],
    ['“Go on” is new'],
  ],
  ['a block that went', [{ do: 'remove', id: 't' }], ['“Half an hour.” is gone']],
  ['a band that went, with all in it, once', [{ do: 'remove', id: 'top' }], ['Band “Top” is gone']],
  [
    'two that changed places',
    [{ do: 'move', id: 'foot', parent: pageNode, index: 0 }],
    ['Band “Foot” moved'],
  ],
  [
    'a block in another band',
    [{ do: 'move', id: 't', parent: 'c2', index: 0 }],
    ['“Half an hour.” moved'],
  ],
  [
    'a question',
    [{ do: 'set', id: 'q3', changes: { required: true } }],
    ['Question “Mobile”: required: “false” is now “true”'],
  ],
  [
    'the page’s own settings',
    [{ do: 'set', id: pageNode, changes: { description: 'Kind.' } }],
    ['Page settings: description: “Kind.”'],
  ],
])('tells of %s', (_what, edits, told) => expect(words(...edits)).toEqual(told));

it('tells of nothing where nothing changed, whatever the order of keys', () => {
  const turned = JSON.parse(
    JSON.stringify(draft, (_key, value: unknown) =>
      value && typeof value === 'object' && !Array.isArray(value)
        ? Object.fromEntries(Object.entries(value).reverse())
        : value,
    ),
  ) as Draft;
  expect(changesBetween(draft, turned)).toEqual([]);
});

it('tells as much backwards as forwards', () => {
  const ids = ['h', 't', 'f', 'foot'];
  fc.assert(
    fc.property(fc.subarray(ids), (removed) => {
      const less = edited(...removed.map((id): Edit => ({ do: 'remove', id })));
      const gone = changesBetween(draft, less).filter(({ what }) => what === 'removed');
      const back = changesBetween(less, draft).filter(({ what }) => what === 'added');
      expect(gone.map(({ id }) => id).sort()).toEqual([...removed].sort());
      expect(back.map(({ id }) => id).sort()).toEqual([...removed].sort());
    }),
  );
});

describe('what changed beside a page', () => {
  const before: Beside = {
    name: 'Quayside',
    facts: emptyFacts('America/New_York'),
    brand: plainBrand,
  };
  it.each<[string, Partial<Beside>, string[]]>([
    ['nothing', {}, []],
    ['the name', { name: 'Quay' }, ['The client’s name: “Quayside” is now “Quay”']],
    [
      'facts, in the order of the fact sheet',
      { facts: { ...before.facts, areas: ['Port Alder'], phone: '(207) 555-0100' } },
      ['Fact sheet: phone, areas served'],
    ],
    [
      'a colour and the corners',
      {
        brand: {
          ...plainBrand,
          corners: 'round',
          colours: { ...plainBrand.colours, action: '#8A2B5C' },
        },
      },
      ['Brand: colors, corners'],
    ],
  ])('%s', (_what, changes, said) =>
    expect(besideChanges(before, { ...before, ...changes })).toEqual(said),
  );
});
