import type { EditorState, EditorStore, ReadableStore } from './store.ts';
import type { Writing } from '../../ui/merge-text/writing-tools.tsx';
import { useUi } from './ui.ts';

/** When a reader who lags has caught up, in ms: once the hand has rested so long, and after the first letter at the latest. */
export interface Pace {
  rest: number;
  atLatest: number;
}

/**
 * The editor's state for readers who may lag while words are written on the canvas: they have the letters by `pace`, and
 * anything else at once. Laying out the other side of a long page, the outline and the settings for every letter took
 * more than half of the time of typing it, and nobody reads them between two letters. `lags` says for which writing. As
 * the writing ends they have caught up, so that a press that follows never acts on what is old.
 */
export function throttledStore(
  store: EditorStore,
  lags: (writing: Writing) => boolean,
  { rest, atLatest }: Pace,
): ReadableStore {
  let shown = store.getState();
  let timer: ReturnType<typeof setTimeout> | undefined;
  let latest: number | null = null;
  // One timer and one ear for all readers: a page has hundreds.
  const readers = new Set<Reader>();
  let stops: (() => void)[] = [];

  const show = () => {
    clearTimeout(timer);
    latest = null;
    const before = shown;
    shown = store.getState();
    if (shown !== before) for (const tell of readers) tell(shown, before);
  };
  const showLater = () => {
    const now = performance.now();
    latest ??= now + atLatest;
    clearTimeout(timer);
    timer = setTimeout(show, Math.min(rest, latest - now));
  };
  const begin = () => {
    stops = [
      store.subscribe((state) => {
        const { writing } = useUi.getState();
        if (writing && lags(writing) && isLettersAlone(state, shown)) showLater();
        else show();
      }),
      useUi.subscribe(({ writing }) => {
        if (!writing) show();
      }),
    ];
    show();
  };
  return {
    getInitialState: store.getInitialState,
    getState: () => shown,
    subscribe: (tell) => {
      readers.add(tell);
      if (readers.size === 1) begin();
      return () => {
        readers.delete(tell);
        if (readers.size > 0) return;
        clearTimeout(timer);
        for (const stop of stops) stop();
      };
    },
  };
}

type Reader = Parameters<ReadableStore['subscribe']>[0];

/** True where nothing differs but what is written, its history, and how safe it is. */
const isLettersAlone = (state: EditorState, before: EditorState): boolean =>
  state.selected === before.selected &&
  state.others === before.others &&
  state.brand === before.brand &&
  state.live === before.live &&
  state.notice === before.notice;
