import type { Draft } from '@plumgate/core/page';
import type { EditorStore } from './store.ts';

/** How often, in ms, a side follows the letters that are typed in the other one. */
const pace = 250;

/**
 * The draft as one side of the canvas shows it, for `useSyncExternalStore`: at once, but only at a pace while
 * `isFollowing` says that somebody writes in the other side. Laying a long page out twice for each letter took half of
 * the time of typing it, and nobody reads the other side between two letters.
 */
export function pacedDraft(store: EditorStore, isFollowing: () => boolean) {
  let shown = store.getState().draft;
  let timer: ReturnType<typeof setTimeout> | undefined;
  return {
    shown: (): Draft => shown,
    subscribe: (tell: () => void): (() => void) => {
      const show = () => {
        clearTimeout(timer);
        timer = undefined;
        shown = store.getState().draft;
        tell();
      };
      const stop = store.subscribe(({ draft }) => {
        if (draft === shown) return;
        if (isFollowing()) timer ??= setTimeout(show, pace);
        else show();
      });
      if (store.getState().draft !== shown) show();
      return () => {
        stop();
        clearTimeout(timer);
        timer = undefined;
      };
    },
  };
}
