import { brandChanges, hasOwnLook, lookChanges, lookOf, newBlock, newColumn } from './index.ts';
import type { Block, Look, TreeNode } from './index.ts';

const node = (part: unknown) => part as TreeNode;
const orange: Look = { fill: '#C2410C', color: '#FFFFFF', size: 125, above: 40 };
const button = newBlock('button', 'b', { look: orange, shape: 'outline' });
const paste = (onto: Block | ReturnType<typeof newColumn>, kind: 'block' | 'column' = 'block') =>
  lookChanges(kind, node(onto), lookOf(node(button)));

it('takes a look along as far as the other kind understands it', () => {
  expect(paste(newBlock('button', 'x'))).toEqual({ look: orange, shape: 'outline' });
  expect(paste(newBlock('heading', 'x'))).toEqual({
    look: { color: '#FFFFFF', size: 125, above: 40 },
  });
  expect(paste(newBlock('divider', 'x'))).toEqual({ look: { above: 40 } });
  expect(paste(newColumn('c'), 'column')).toEqual({});
});

it('means the button of a form where it is put on one, and takes it from there', () => {
  const { above: _above, ...press } = orange;
  expect(paste(newBlock('form', 'x'))).toEqual({ press });
  const form = newBlock('form', 'f', { press });
  expect(lookChanges('block', node(newBlock('button', 'x')), lookOf(node(form)))).toEqual({
    look: press,
  });
});

it('takes the box of one column to another', () => {
  const boxed = newColumn('a', [], { box: { surface: 'tint', shadow: 2 }, place: 'top' });
  expect(lookChanges('column', node(newColumn('b')), lookOf(node(boxed)))).toEqual({
    box: { surface: 'tint', shadow: 2 },
    place: 'top',
  });
});

it('goes back to the brand in everything', () => {
  expect(hasOwnLook(node(button))).toBe(true);
  expect(brandChanges(node(button))).toEqual({ look: {} });
  expect(brandChanges(node(newColumn('a', [], { place: 'top' })))).toEqual({
    box: {},
    place: null,
  });
  expect(hasOwnLook(node({ ...button, look: {} }))).toBe(false);
});
