import { api, type EditorPage } from '@plumgate/contract';
import { call, CallError, messageOf } from '../../api/call.ts';
import { saveLocalDraft } from './local-draft.ts';
import type { History } from './edit-history.ts';

/**
 * How safe the work is. `saving` → `saved`; without a connection `offline`: it is safe in this browser and is sent when
 * the connection is back; `failed` when the server refused it; `conflict` when another user saved a newer version.
 */
export type SaveState = 'saved' | 'saving' | 'offline' | 'failed' | 'conflict';

/** What of the editor's state is saved, and how it goes. */
interface Saved extends History {
  version: number;
  saveState: SaveState;
  live: EditorPage['state'];
  notice: string | null;
}

/** How long after the last change it is sent, and how long after a lost connection it is tried again. */
export const saveDelayMs = 500;
const retryDelayMs = 4000;

export interface DraftSaver {
  /** Resolves when the server has everything. */
  save: () => Promise<void>;
  scheduleSave: (delayMs?: number) => void;
  /** Writes down in this browser what a reload needs: the history, and the draft while the server does not have it. */
  saveLocally: () => void;
}

/** Saves a page's draft by itself: one request at a time, until what is saved is what is shown. */
export function createDraftSaver(
  pageId: string,
  get: () => Saved,
  set: (changes: Partial<Saved>) => void,
): DraftSaver {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sending: Promise<void> | undefined;

  const saveLocally = () => {
    const { draft, version, past, future, saveState } = get();
    const unsent = saveState === 'saved' ? null : draft;
    saveLocalDraft(pageId, { version, past, future, unsent });
  };

  const scheduleSave = (delayMs = saveDelayMs) => {
    clearTimeout(timer);
    timer = setTimeout(() => {
      // What went wrong is in the state.
      save().catch(() => {});
    }, delayMs);
  };

  const save = (): Promise<void> => {
    clearTimeout(timer);
    const { saveState } = get();
    if (saveState === 'conflict')
      return Promise.reject(new Error('First choose which version to use.'));
    if (saveState === 'saved') return sending ?? Promise.resolve();
    sending ??= send().finally(() => (sending = undefined));
    return sending;
  };

  const send = async (): Promise<void> => {
    for (;;) {
      const { draft, version } = get();
      try {
        const body = { version, draft };
        const saved = await call(api.saveDraft, { params: { pageId }, body });
        set({ version: saved.version, live: saved.state });
      } catch (error) {
        noteFailure(error);
        throw error;
      }
      if (get().draft !== draft) continue;
      set({ saveState: 'saved' });
      return saveLocally();
    }
  };

  const noteFailure = (error: unknown) => {
    const problem = error instanceof CallError ? error.problem : null;
    const isOffline = problem?.status === 0;
    const isConflict = problem?.code === 'changed-elsewhere';
    set({
      saveState: isConflict ? 'conflict' : isOffline ? 'offline' : 'failed',
      notice: isOffline || isConflict ? null : messageOf(error),
    });
    saveLocally();
    if (isOffline) scheduleSave(retryDelayMs);
  };

  return { save, scheduleSave, saveLocally };
}
