import { locate } from '@plumgate/core/page';
import { useCallback, useEffect } from 'react';
import { duplicate, moveBy } from './commands.ts';
import { useEditorStore, type EditorState } from './store.ts';

/**
 * The editor's keys: Ctrl Z and Ctrl Shift Z, and outside of text Alt with the arrows to move, Ctrl D to copy, Delete
 * to remove, Escape to go up. Gives the handler, for the frames that the window's own listener does not reach.
 */
export function useEditorKeys(): (event: KeyboardEvent) => void {
  const store = useEditorStore();
  return useCallback(
    (event: KeyboardEvent) => {
      const { undo, redo, draft, selected, edit, select } = store.getState();
      const command = event.ctrlKey || event.metaKey;
      const done = () => event.preventDefault();
      if (command && event.key.toLowerCase() === 'z') {
        done();
        return event.shiftKey ? redo() : undo();
      }
      const target = event.target as HTMLElement;
      if (target.closest('input,textarea,select,[contenteditable]')) return;
      if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
        done();
        edit(moveBy(draft, selected, event.key === 'ArrowUp' ? -1 : 1));
      } else if (command && event.key.toLowerCase() === 'd') {
        done();
        const copy = duplicate(draft, selected);
        if (copy && edit(copy.edits)) select(copy.id);
      } else if (event.key === 'Delete' || event.key === 'Backspace') {
        done();
        removeSelected(store.getState());
      }
    },
    [store],
  );
}

export function useWindowKeys(): void {
  const onKey = useEditorKeys();
  useEffect(() => {
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [onKey]);
}

/** Removes what is selected and selects what held it, so that the next key has somewhere to go. */
export function removeSelected({ draft, selected, edit, select }: EditorState): void {
  const parent = locate(draft, selected)?.parent;
  if (parent && edit([{ do: 'remove', id: selected }])) select(parent);
}
