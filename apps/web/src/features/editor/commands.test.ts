import type { FormId } from '@plumgate/core/basics';
import { shortForm } from '@plumgate/core/forms';
import {
  applyEdit,
  emptyPage,
  newBand,
  newBlock,
  pageNode,
  type Draft,
  type Edit,
} from '@plumgate/core/page';
import {
  addBand,
  addBlock,
  addQuestion,
  duplicate,
  moveAllBy,
  moveBy,
  removeAll,
  setColumns,
} from './commands.ts';

const formId = '00000000-0000-4000-8000-000000000001' as FormId;
const band = (id: string, ...columns: string[][]): Draft['page']['bands'][number] =>
  newBand(
    id,
    columns.map((blocks, index) => ({
      id: `${id}-c${index}`,
      share: 1,
      blocks: blocks.map((block) => newBlock('heading', block)),
    })),
    { name: id },
  );
const draft: Draft = {
  page: {
    ...emptyPage(''),
    bands: [band('b1', ['h1', 'h2'], ['h3']), band('b2', ['h4'])],
  },
  forms: { [formId]: shortForm('Form', ['q1', 'q2', 'q3']) },
};

/** The page as ids, after the edits: `b1[h1 h2|h3] b2[h4]`. */
function after(edits: Edit[], from = draft): string {
  let now = from;
  for (const edit of edits) {
    const result = applyEdit(now, edit);
    if (!result.ok) throw new Error(result.problem);
    now = result.value.draft;
  }
  return now.page.bands
    .map(
      (one) =>
        `${one.id}[${one.columns.map((column) => column.blocks.map((block) => block.id).join(' ')).join('|')}]`,
    )
    .join(' ');
}

it.each<[string, 1 | -1, string]>([
  ['h1', 1, 'b1[h2 h1|h3] b2[h4]'],
  ['h2', 1, 'b1[h1|h2 h3] b2[h4]'],
  ['h3', 1, 'b1[h1 h2|] b2[h3 h4]'],
  ['h4', -1, 'b1[h1 h2|h3 h4] b2[]'],
  ['h1', -1, 'b1[h1 h2|h3] b2[h4]'],
  ['h4', 1, 'b1[h1 h2|h3] b2[h4]'],
  ['b2', -1, 'b2[h4] b1[h1 h2|h3]'],
  ['b1', -1, 'b1[h1 h2|h3] b2[h4]'],
  ['b1-c0', 1, 'b1[h3|h1 h2] b2[h4]'],
])('moves %s by %d', (id, by, shape) => expect(after(moveBy(draft, id, by))).toBe(shape));

it.each<[string[], 1 | -1, string]>([
  [['h1', 'h2'], 1, 'b1[h1 h2|h3] b2[h4]'],
  [['h2'], -1, 'b1[h2 h1|h3] b2[h4]'],
  [['b2', 'b1'], -1, 'b1[h1 h2|h3] b2[h4]'],
  [['b1-c1'], -1, 'b1[h3|h1 h2] b2[h4]'],
])('moves %j together by %d', (ids, by, shape) =>
  expect(after(moveAllBy(draft, ids, by))).toBe(shape),
);

it('copies several to below the last, and removes several, what lies in another once', () => {
  expect(after(duplicate(draft, ['h2', 'h1']).edits)).toMatch(/^b1\[h1 h2 \S+ \S+\|h3\]/);
  expect(after(removeAll(draft, ['h4', 'h1', 'b2']))).toBe('b1[h2|h3]');
});

it('a copy of a linked band is linked no more', () => {
  const linked = { ...draft.page.bands[0]!, linked: formId as never };
  const from = { ...draft, page: { ...draft.page, bands: [linked] } };
  const [edit] = duplicate(from, ['b1']).edits as Extract<Edit, { do: 'insert' }>[];
  expect(edit!.node.linked).toBeNull();
});

it.each([
  ['h1', /^b1\[h1 \S+ h2\|h3\] b2\[h4\]$/],
  ['b1-c1', /^b1\[h1 h2\|h3 \S+\] b2\[h4\]$/],
  ['b2', /^b1\[h1 h2\|h3\] b2\[h4 \S+\]$/],
  [pageNode, /^b1\[h1 h2\|h3\] b2\[h4\] \S+\[\S+\]$/],
])('adds a block after %s', (selected, shape) =>
  expect(after(addBlock(draft, selected, 'divider').edits)).toMatch(shape),
);

it('adds a band below the one that is worked in', () => {
  expect(after(addBand(draft, 'h3').edits)).toMatch(/^b1\S* \S*\] \S+\[\] b2/);
  expect(after(addBand(draft, pageNode).edits)).toMatch(/b2\[h4\] \S+\[\]$/);
});

it('copies a band with all in it under new ids', () => {
  expect(after(duplicate(draft, ['b1']).edits)).toMatch(
    /^b1\[h1 h2\|h3\] (?!b1\[)\S+\[\S+ \S+\|\S+\] b2\[h4\]$/,
  );
  expect(duplicate(draft, [pageNode]).edits).toEqual([]);
});

it.each([
  ['b1', 3, 'b1[h1 h2|h3|] b2[h4]'],
  ['b1', 1, 'b1[h1 h2 h3] b2[h4]'],
  ['b1', 2, 'b1[h1 h2|h3] b2[h4]'],
  ['b2', 4, 'b1[h1 h2|h3] b2[h4|||]'],
])('gives %s %d columns and loses no block', (id, count, shape) =>
  expect(after(setColumns(draft, id, count))).toBe(shape),
);

it('gives a new question a key of its own', () => {
  const form = draft.forms[formId]!;
  const keyOf = ({ edits }: { edits: Edit[] }) =>
    (edits[0] as Extract<Edit, { do: 'insert' }>).node.key;
  expect(keyOf(addQuestion(form, formId, 'date'))).toBe('date');
  expect(keyOf(addQuestion(form, formId, 'email'))).toMatch(/^q_/);
});
