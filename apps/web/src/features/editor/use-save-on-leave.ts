import { useEffect } from 'react';
import { saveAllNow } from './local-draft.ts';
import type { EditorStore } from './store.ts';

/** Sends what is not saved yet when somebody leaves, and when the connection is back. */
export function useSaveOnLeave(store: EditorStore): void {
  useEffect(() => {
    const saveNow = () =>
      void Promise.all([store.getState().save(), store.getState().saveBrand()]).catch(() => {});
    // What the server does not have yet is kept in this browser, and found again when it is opened next.
    window.addEventListener('pagehide', saveAllNow);
    window.addEventListener('online', saveNow);
    return () => {
      window.removeEventListener('pagehide', saveAllNow);
      window.removeEventListener('online', saveNow);
      saveAllNow();
      saveNow();
    };
  }, [store]);
}
