import { done, failed, unreachable, type Outcome } from '../basics/index.ts';
import { FormDefinition } from '../forms/form.ts';
import { allIds, Draft as DraftShape, type Draft } from './draft.ts';
import { formsOn } from './document.ts';
import {
  childrenOf,
  idsWithin,
  isValidNode,
  kindRules,
  locate,
  replaceNode,
  type Located,
  type TreeNode,
} from './tree.ts';

/**
 * One edit of a draft, small and plain enough to be kept, sent and replayed. Four are enough for everything the editor
 * does by hand: a copy is an insert of a part with new ids, a new order of questions is a move. The fifth puts a whole
 * draft in the place of another: a template taken, or somebody else's work.
 */
export type Edit =
  | { do: 'insert'; parent: string; index: number; node: TreeNode }
  | { do: 'remove'; id: string }
  | { do: 'move'; id: string; parent: string; index: number }
  | { do: 'set'; id: string; changes: Record<string, unknown> }
  | { do: 'replace'; draft: Draft };

export type EditProblem =
  | 'no-such-part'
  | 'no-such-place'
  | 'wrong-place'
  | 'place-full'
  | 'last-one-stays'
  | 'id-taken'
  | 'unknown-form'
  | 'not-valid';

export interface Edited {
  draft: Draft;
  /** The edit that leads back: applied to `draft` it gives the draft before. */
  inverse: Edit;
}

/**
 * Applies an edit and gives its inverse. A valid draft stays valid: an edit that would break it is refused and changes
 * nothing. `index` counts among the children as they are without the moved part, 0 to their number.
 */
export function applyEdit(draft: Draft, edit: Edit): Outcome<Edited, EditProblem> {
  switch (edit.do) {
    case 'insert':
      return insert(draft, edit);
    case 'remove':
      return remove(draft, edit.id);
    case 'move':
      return move(draft, edit);
    case 'set':
      return set(draft, edit);
    case 'replace':
      return DraftShape.safeParse(edit.draft).success
        ? done({ draft: edit.draft, inverse: { do: 'replace', draft } })
        : failed('not-valid');
    default:
      return unreachable(edit);
  }
}

function insert(
  draft: Draft,
  { parent, index, node }: Extract<Edit, { do: 'insert' }>,
): Outcome<Edited, EditProblem> {
  const place = locate(draft, parent);
  const child = place && kindRules[place.kind].child;
  if (!place || !child || !isPlace(place, index)) return failed('no-such-place');
  if (childrenOf(place).length >= kindRules[place.kind].most) return failed('place-full');
  if (!isValidNode(child as 'block', node)) {
    return failed(isNodeOfOtherKind(child, node) ? 'wrong-place' : 'not-valid');
  }
  const ids = idsWithin(child, node);
  const taken = new Set(allIds(draft));
  if (new Set(ids).size < ids.length || ids.some((id) => taken.has(id))) return failed('id-taken');
  const next = putIn(draft, place, index, node);
  if (!formsKnown(next)) return failed('unknown-form');
  if (!keysDiffer(next, place)) return failed('not-valid');
  return done({ draft: next, inverse: { do: 'remove', id: node.id } });
}

function remove(draft: Draft, id: string): Outcome<Edited, EditProblem> {
  const found = locate(draft, id);
  if (!found?.parent) return failed('no-such-part');
  const place = locate(draft, found.parent)!;
  if (childrenOf(place).length <= kindRules[place.kind].least) return failed('last-one-stays');
  return done({
    draft: takeOut(draft, place, found.index),
    inverse: { do: 'insert', parent: found.parent, index: found.index, node: found.node },
  });
}

function move(
  draft: Draft,
  { id, parent, index }: Extract<Edit, { do: 'move' }>,
): Outcome<Edited, EditProblem> {
  const found = locate(draft, id);
  if (!found?.parent) return failed('no-such-part');
  const from = locate(draft, found.parent)!;
  const to = locate(draft, parent);
  if (!to) return failed('no-such-place');
  if (kindRules[to.kind].child !== found.kind) return failed('wrong-place');
  if (parent !== found.parent) {
    if (childrenOf(from).length <= kindRules[from.kind].least) return failed('last-one-stays');
    if (childrenOf(to).length >= kindRules[to.kind].most) return failed('place-full');
  }
  const without = takeOut(draft, from, found.index);
  const place = locate(without, parent)!;
  if (!isPlace(place, index)) return failed('no-such-place');
  const next = putIn(without, place, index, found.node);
  if (!keysDiffer(next, place)) return failed('not-valid');
  return done({
    draft: next,
    inverse: { do: 'move', id, parent: found.parent, index: found.index },
  });
}

function set(
  draft: Draft,
  { id, changes }: Extract<Edit, { do: 'set' }>,
): Outcome<Edited, EditProblem> {
  const found = locate(draft, id);
  if (!found) return failed('no-such-part');
  const fixed = ['id', 'kind', 'version', kindRules[found.kind].childrenIn];
  const names = Object.keys(changes);
  if (names.some((name) => fixed.includes(name) && !isQuestionKind(found, name))) {
    return failed('not-valid');
  }
  if (names.some((name) => !Object.hasOwn(found.node, name))) return failed('not-valid');
  const node = { ...found.node, ...changes };
  const valid =
    found.kind === 'form' ? FormDefinition.safeParse(node).success : isValidNode(found.kind, node);
  if (!valid) return failed('not-valid');
  const next = replaceNode(draft, id, () => node);
  if (!formsKnown(next)) return failed('unknown-form');
  const place = found.parent ? locate(next, found.parent) : undefined;
  if (place && !keysDiffer(next, place)) return failed('not-valid');
  const before = Object.fromEntries(names.map((name) => [name, found.node[name]]));
  return done({ draft: next, inverse: { do: 'set', id, changes: before } });
}

/** A question may become one of another kind; a block may not. */
const isQuestionKind = (found: Located, name: string) =>
  found.kind === 'question' && name === 'kind';

const isPlace = (place: Located, index: number) =>
  Number.isInteger(index) && index >= 0 && index <= childrenOf(place).length;

const isNodeOfOtherKind = (wanted: string, node: unknown) =>
  (['band', 'column', 'block', 'question'] as const).some(
    (kind) => kind !== wanted && isValidNode(kind, node),
  );

/** Every form block shows a form of this draft. */
const formsKnown = (draft: Draft): boolean => formsOn(draft.page).every((id) => draft.forms[id]);

/** Questions of one form have keys of their own, or two answers would share a place. */
function keysDiffer(draft: Draft, place: Located): boolean {
  if (place.kind !== 'form') return true;
  const keys = childrenOf(locate(draft, place.id)!).map((question) => question.key);
  return new Set(keys).size === keys.length;
}

function putIn(draft: Draft, place: Located, index: number, node: TreeNode): Draft {
  return withChildren(draft, place, (children) => children.toSpliced(index, 0, node));
}

function takeOut(draft: Draft, place: Located, index: number): Draft {
  return withChildren(draft, place, (children) => children.toSpliced(index, 1));
}

function withChildren(
  draft: Draft,
  place: Located,
  change: (children: TreeNode[]) => TreeNode[],
): Draft {
  const name = kindRules[place.kind].childrenIn!;
  return replaceNode(draft, place.id, (node) => ({
    ...node,
    [name]: change(node[name] as TreeNode[]),
  }));
}
