import { nameOfBlock, type Block } from './document.ts';
import type { Draft } from './draft.ts';
import { applyEdit, type Edit } from './edit.ts';
import { inPhoneOrder, phoneOrderWith } from './phone-order.ts';
import { childrenOf, idsWithin, locate, pageNode, type Located, type TreeNode } from './tree.ts';

/** A gap between parts: before the child at `index` of `parent`, or after the last. */
export interface DropPlace {
  parent: string;
  index: number;
  /** The place was chosen on a phone: `index` counts the children as they stand there. */
  onPhone?: true;
}

export type Movable = 'band' | 'column' | 'block';

/** Every place where parts of a kind may lie, in reading order; places beside what is moved itself are among them. */
export function dropPlaces(draft: Draft, kind: Movable): DropPlace[] {
  const gaps = (parent: string) => {
    const found = locate(draft, parent)!;
    return Array.from({ length: childrenOf(found).length + 1 }, (_, index) => ({ parent, index }));
  };
  if (kind === 'band') return gaps(pageNode);
  const bands = draft.page.bands;
  if (kind === 'column') return bands.flatMap((band) => gaps(band.id));
  return bands.flatMap((band) => band.columns.flatMap((column) => gaps(column.id)));
}

/** What a part is called where people read of it. */
export function nameOfPart(draft: Draft, id: string): string {
  if (id === pageNode) return 'Page';
  const found = locate(draft, id);
  if (!found) return 'Nothing';
  if (found.kind === 'block') return nameOfBlock(found.node as unknown as Block).split('\n')[0]!;
  if (found.kind === 'column')
    return `Column ${found.index + 1} of ${nameOfPart(draft, found.parent!)}`;
  return String(found.node.name || found.node.label || 'Band without a name');
}

/** Where something would land, in words: "below Headline", "at the top of Column 2 of Promise and form". */
export function placeWords(draft: Draft, place: DropPlace): string {
  const parent = locate(draft, place.parent);
  if (!parent) return 'nowhere';
  const children = childrenAt(parent, place);
  const beside = (index: number) => nameOfPart(draft, children[index]!.id);
  const word = parent.kind === 'band' ? 'right of' : 'below';
  if (place.index > 0) return `${word} ${beside(place.index - 1)}`;
  if (children.length === 0)
    return parent.kind === 'page' ? 'as the first band' : `into ${nameOfPart(draft, place.parent)}`;
  if (parent.kind === 'column') return `at the top of ${nameOfPart(draft, place.parent)}`;
  return `${parent.kind === 'band' ? 'left of' : 'above'} ${beside(0)}`;
}

/** The children of a place's parent in the order in which the place counts them. */
export function childrenAt(parent: Located, { onPhone }: Pick<DropPlace, 'onPhone'>): TreeNode[] {
  const children = childrenOf(parent);
  return onPhone ? inPhoneOrder(children, (parent.node.phoneOrder ?? []) as string[]) : children;
}

/** Whether parts dropped at a place would only stand in another order on a phone: they are in its parent already. */
export const isPhoneOrderOnly = (
  draft: Draft,
  ids: readonly string[],
  { parent, onPhone }: DropPlace,
): boolean => onPhone === true && ids.every((id) => locate(draft, id)?.parent === parent);

/** The same gap as it counts on a wide page, for what comes to stand there on both. */
export function widePlace(draft: Draft, place: DropPlace): DropPlace {
  const parent = locate(draft, place.parent);
  if (!place.onPhone || !parent) return place;
  const children = childrenOf(parent);
  const next = childrenAt(parent, place)[place.index];
  return { parent: place.parent, index: next ? children.indexOf(next) : children.length };
}

/**
 * Moves parts of one kind to a place, together and in the order they stand on the page. Gives the edits, none when it
 * can't be done or changes nothing. `place.index` counts with the moved parts still where they are. Within one column or
 * band on a phone they change places there alone.
 */
export function moveTo(draft: Draft, ids: readonly string[], place: DropPlace): Edit[] {
  const parent = locate(draft, place.parent);
  const moved = inReadingOrder(draft, ids);
  if (!parent || moved.length === 0) return [];
  if (isPhoneOrderOnly(draft, moved, place)) return reorderOnPhone(parent, moved, place.index);
  const moving = new Set(moved);
  // What follows the place and stays is the landmark: everything lands before it, wherever the moved parts were.
  const landmark = childrenOf(parent)
    .slice(widePlace(draft, place).index)
    .find((child) => !moving.has(child.id))?.id;
  let now = draft;
  const edits: Edit[] = [];
  for (const id of moved) {
    const siblings = childrenOf(locate(now, place.parent)!).filter((child) => child.id !== id);
    const at = siblings.findIndex((child) => child.id === landmark);
    const edit: Edit = {
      do: 'move',
      id,
      parent: place.parent,
      index: at < 0 ? siblings.length : at,
    };
    const done = applyEdit(now, edit);
    if (!done.ok) return [];
    now = done.value.draft;
    edits.push(edit);
  }
  return sameOrder(draft, now) ? [] : edits;
}

function reorderOnPhone(parent: Located, ids: readonly string[], index: number): Edit[] {
  const before = parent.node.phoneOrder as string[];
  const children = childrenOf(parent);
  let order = before;
  for (const [offset, id] of ids.entries()) {
    const from = inPhoneOrder(children, order).findIndex((child) => child.id === id);
    order = phoneOrderWith(children, order, id, from < index ? index : index + offset);
  }
  return order.join() === before.join()
    ? []
    : [{ do: 'set', id: parent.id, changes: { phoneOrder: order } }];
}

/** Ids in the order their parts stand on the page; what is not there, or lies within another of them, is left out. */
export function inReadingOrder(draft: Draft, ids: readonly string[]): string[] {
  const all = ids.flatMap((id) => {
    const found = locate(draft, id);
    return found?.parent ? [{ id, found }] : [];
  });
  const within = new Set(all.flatMap(({ found }) => idsWithin(found.kind, found.node).slice(1)));
  const order = orderOf(draft);
  return [...new Set(all.map(({ id }) => id))]
    .filter((id) => !within.has(id))
    .sort((a, b) => order.indexOf(a) - order.indexOf(b));
}

const orderOf = (draft: Draft): string[] => [
  ...draft.page.bands.flatMap((band) => idsWithin('band', band)),
  ...Object.values(draft.forms).flatMap((form) => form.questions.map(({ id }) => id)),
];

const sameOrder = (a: Draft, b: Draft) => orderOf(a).join() === orderOf(b).join();
