import { childrenOf, inReadingOrder, locate, pageNode, type Draft } from '@plumgate/core/page';
import { useCallback, useEffect } from 'react';
import { toast } from 'sonner';
import { messageOf } from '../../api/call.ts';
import { picturesAmong } from '../pictures/picture-files.ts';
import { bringPictures, holderAt } from './adding-pictures.ts';
import { copySelected, pasteCopied } from './clipboard.ts';
import { duplicate, moveAllBy, removeAll } from './commands.ts';
import { copyLook, pasteLook } from './look/look-clipboard.ts';
import { aimOn, letGo, pickUp, putDown } from './moving/move.ts';
import { openFrames } from './moving/on-screen.ts';
import { selectionOf, useEditorStore, type EditorState, type EditorStore } from './store.ts';
import { foldSettings, foldShelf, swapViews, useUi } from './ui.ts';
import { pressWords } from './words/press-words.ts';

/** What the keys do, for the list that `?` shows. */
export const editorKeys: [keys: string, what: string][] = [
  ['Ctrl K', 'Find a block, a step or a view by its name'],
  ['Ctrl Z, Ctrl Shift Z', 'Undo, redo'],
  ['Space', 'Pick up the selection; arrows, Enter, Escape'],
  ['Alt ↑, Alt ↓', 'Move up or down'],
  ['↑, ↓', 'The part before, the part after'],
  ['Escape, Enter', 'Select what holds it, what is in it, or its words'],
  ['Tab, while writing', 'The words after these'],
  ['Ctrl or Shift and click', 'Add to the selection'],
  ['Ctrl C, Ctrl X, Ctrl V', 'Copy, cut, paste, also on other pages'],
  ['Ctrl Alt C, Ctrl Alt V', 'Copy how it looks, paste that on others'],
  ['Ctrl D', 'A copy below'],
  ['Delete', 'Remove'],
  ['[ and ]', 'Hide or show the left panel, the settings'],
  ['\\', 'Work in the other view'],
  ['?', 'This list'],
];

/** The editor's keys, as one handler, for the frames that the window's own listener does not reach. */
export function useEditorKeys(): (event: Event) => void {
  const store = useEditorStore();
  return useCallback(
    (event: Event) =>
      event.type === 'keydown'
        ? onKey(store, event as KeyboardEvent)
        : onClipboard(store, event as ClipboardEvent),
    [store],
  );
}

export function useWindowKeys(): void {
  const onEvent = useEditorKeys();
  useEffect(() => {
    const kinds = ['keydown', 'copy', 'cut', 'paste'] as const;
    for (const kind of kinds) window.addEventListener(kind, onEvent);
    return () => {
      for (const kind of kinds) window.removeEventListener(kind, onEvent);
    };
  }, [onEvent]);
}

const isTyping = (target: EventTarget | null) =>
  (target as Element | null)?.closest?.('input,textarea,select,[contenteditable="true"]') != null;

function onKey(store: EditorStore, event: KeyboardEvent): void {
  const state = store.getState();
  const command = event.ctrlKey || event.metaKey;
  const key = event.key.toLowerCase();
  const did = (act: () => unknown) => {
    event.preventDefault();
    act();
  };
  if (command && key === 'k') return did(() => useUi.setState({ finding: true }));
  if (command && key === 'z') return did(event.shiftKey ? state.redo : state.undo);
  const target = event.target as Element;
  if (isTyping(target)) {
    if (event.key === 'Escape' && target.closest('.writing')) did(() => leaveWords(target));
    return;
  }
  if (useUi.getState().moving) return carry(store, event, did);
  // Buttons and dialogs keep their own keys; a row of the outline stands for the part itself.
  const isRow = target.closest('[data-row]') !== null;
  if (
    target.closest('[role=dialog]') ||
    (target.closest('button,a,[role=slider]') && !isRow && !command)
  )
    return;
  const { draft, selected } = state;
  if (event.altKey && (key === 'arrowup' || key === 'arrowdown'))
    return did(() => state.edit(moveAllBy(draft, selectionOf(state), key === 'arrowup' ? -1 : 1)));
  if (command && event.altKey && event.code === 'KeyC') return did(() => copyLook(store));
  if (command && event.altKey && event.code === 'KeyV') return did(() => pasteLook(store));
  if (command && key === 'd') return did(() => copyBelow(state));
  if (command || event.altKey) return;
  switch (event.key) {
    case '[':
      return did(foldShelf);
    case ']':
      return did(foldSettings);
    case '\\':
      return did(swapViews);
    case 'Delete':
    case 'Backspace':
      return did(() => removeSelected(state));
    case ' ':
      if (selected !== pageNode) did(() => pickUp(store, selected));
      return;
    case 'ArrowUp':
    case 'ArrowDown':
      return did(() => walk(state, event.key === 'ArrowUp' ? -1 : 1));
    case 'Escape':
      return did(() => state.select(locate(draft, selected)?.parent ?? pageNode));
    case 'Enter':
      if (!isRow) did(() => down(store));
  }
}

/** While something is picked up, arrows choose its place. */
function carry(store: EditorStore, event: KeyboardEvent, did: (act: () => unknown) => void): void {
  if (event.key === 'ArrowUp' || event.key === 'ArrowLeft') did(() => aimOn(store, -1));
  else if (event.key === 'ArrowDown' || event.key === 'ArrowRight') did(() => aimOn(store, 1));
  else if (event.key === 'Enter' || event.key === ' ') did(putDown);
  else if (event.key === 'Escape') did(letGo);
  else if (event.key === 'Tab') did(() => {});
}

/** To the part of the same kind before or after; from the page to its first or last band. */
function walk({ draft, selected, select }: EditorState, by: -1 | 1): void {
  const kind = locate(draft, selected)?.kind ?? 'page';
  const all = sameKind(draft, kind === 'page' ? 'band' : kind);
  const at = all.indexOf(selected);
  const next = at < 0 ? (by > 0 ? all[0] : all.at(-1)) : all[at + by];
  if (next) select(next);
}

const sameKind = (draft: Draft, kind: string): string[] =>
  kind === 'band'
    ? draft.page.bands.map(({ id }) => id)
    : draft.page.bands.flatMap((band) =>
        kind === 'column'
          ? band.columns.map(({ id }) => id)
          : band.columns.flatMap((column) => column.blocks.map(({ id }) => id)),
      );

/** Into the first part that the selected one holds; a block's words open for writing. */
function down(store: EditorStore): void {
  const { draft, selected, select } = store.getState();
  const found = locate(draft, selected);
  if (!found) return;
  const child = childrenOf(found)[0];
  if (child) return select(child.id);
  const part = `[data-part="${CSS.escape(selected)}"]`;
  for (const inner of openFrames) {
    const words = inner.querySelector<HTMLElement>(`${part}[data-words],${part} [data-words]`);
    if (words) return pressWords(words, store);
  }
}

function leaveWords(target: Element): void {
  (target.closest<HTMLElement>('.writing') ?? (target as HTMLElement)).blur();
}

export function copyBelow({ draft, edit, selectAll, ...state }: EditorState): void {
  const copy = duplicate(draft, selectionOf(state));
  if (edit(copy.edits)) selectAll(copy.ids);
}

/** Removes what is selected and selects what held it, so that the next key has somewhere to go. */
export function removeSelected({ draft, edit, select, ...state }: EditorState): void {
  const first = inReadingOrder(draft, selectionOf(state))[0];
  const parent = first && locate(draft, first)?.parent;
  if (parent && edit(removeAll(draft, selectionOf(state)))) select(parent);
}

function onClipboard(store: EditorStore, event: ClipboardEvent): void {
  if (isTyping(event.target) || window.getSelection()?.toString()) return;
  const count = (parts: number) => (parts === 1 ? '1 part' : `${parts} parts`);
  if (event.type === 'paste') {
    event.preventDefault();
    const pictures = picturesAmong(event.clipboardData);
    const { draft, selected } = store.getState();
    if (pictures.length > 0)
      return void bringPictures(store, pictures, { into: holderAt(draft, selected)?.id ?? null });
    pasteCopied(store).then(
      (parts) => parts > 0 && toast(`Pasted ${count(parts)}.`),
      (error: unknown) => toast.error(messageOf(error)),
    );
    return;
  }
  const parts = copySelected(store);
  if (parts === 0) return;
  event.preventDefault();
  if (event.type === 'cut') removeSelected(store.getState());
  toast(`${event.type === 'cut' ? 'Cut' : 'Copied'} ${count(parts)}. Paste it on any page.`);
}
