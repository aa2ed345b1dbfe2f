import type { EditorStore } from './store.ts';
import { useUi } from './ui.ts';

/** Selects a part, or the page itself, and shows its settings; `also` adds it to the selection. */
export function showPart(store: EditorStore, part: string, also = false): void {
  store.getState().select(part, also);
  useUi.setState({ areSettingsFolded: false });
}
