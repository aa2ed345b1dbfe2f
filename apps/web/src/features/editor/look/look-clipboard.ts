import {
  brandChanges,
  locate,
  lookChanges,
  lookOf,
  type CopiedLook,
  type Edit,
  type NodeKind,
  type TreeNode,
} from '@plumgate/core/page';
import { selectionOf, type EditorStore } from '../store.ts';

const key = 'plumgate.look';

/** Copies how the selected part looks, in this browser, so that it reaches other pages too. */
export function copyLook(store: EditorStore): boolean {
  const { draft, selected } = store.getState();
  const found = locate(draft, selected);
  if (!found?.parent || found.kind === 'question') return false;
  localStorage.setItem(key, JSON.stringify(lookOf(found.node)));
  return true;
}

/** Puts the copied look on all selected parts, as far as it fits them. Gives how many it changed. */
export function pasteLook(store: EditorStore): number {
  const copied = JSON.parse(localStorage.getItem(key) ?? 'null') as CopiedLook | null;
  return copied ? changeAll(store, (kind, node) => lookChanges(kind, node, copied)) : 0;
}

/** Takes all selected parts back to how the brand has them. */
export const backToBrand = (store: EditorStore): number =>
  changeAll(store, (_kind, node) => brandChanges(node));

function changeAll(
  store: EditorStore,
  changesFor: (kind: NodeKind, node: TreeNode) => CopiedLook,
): number {
  const state = store.getState();
  const edits = selectionOf(state).flatMap((id): Edit[] => {
    const found = locate(state.draft, id);
    if (!found?.parent) return [];
    const changes = changesFor(found.kind, found.node);
    return Object.keys(changes).length > 0 ? [{ do: 'set', id, changes }] : [];
  });
  return state.edit(edits) ? edits.length : 0;
}
