import type { EditorStore } from '../store.ts';
import { useUi } from '../ui.ts';

/** Opens words for writing as a press at their end would, and selects the part that they belong to. */
export function pressWords(words: HTMLElement, store: EditorStore): void {
  const part = words.closest('[data-part]')?.getAttribute('data-part');
  if (part) store.getState().select(part);
  const { right, bottom } = words.getBoundingClientRect();
  useUi.setState({
    pressed: {
      key: words.dataset.words!,
      inner: words.ownerDocument,
      x: right + 9999,
      y: bottom - 2,
    },
  });
}
