import { api, type EditorPage } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import type { FormDefinition } from '@plumgate/core/forms';
import type { Draft } from '@plumgate/core/page';
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

/** Where a draft lies on the server. */
export interface DraftPlace {
  /** What it is kept under in this browser. */
  key: string;
  save: (version: number, draft: Draft) => Promise<Pick<Saved, 'version' | 'live'>>;
  load: () => Promise<Pick<Saved, 'version' | 'live' | 'draft'>>;
}

/** A page's draft. */
export const placeOfPage = (pageId: string): DraftPlace => ({
  key: pageId,
  save: async (version, draft) => {
    const saved = await call(api.saveDraft, { params: { pageId }, body: { version, draft } });
    return { version: saved.version, live: saved.state };
  },
  load: async () => {
    const { version, state, draft } = await call(api.getEditorPage, { params: { pageId } });
    return { version, live: state, draft: draft as Draft };
  },
});

/** A form by itself, as the only part of a draft. */
export const placeOfForm = (
  formId: FormId,
  draftOf: (form: FormDefinition) => Draft,
): DraftPlace => ({
  key: `form-${formId}`,
  save: async (version, { forms }) => {
    const body = { version, definition: forms[formId] };
    return { ...(await call(api.saveForm, { params: { formId }, body })), live: 'live' };
  },
  load: async () => {
    const { version, definition } = await call(api.getForm, { params: { formId } });
    return { version, live: 'live', draft: draftOf(definition as FormDefinition) };
  },
});

/** Saves a draft by itself: one request at a time, until what is saved is what is shown. */
export function createDraftSaver(
  place: DraftPlace,
  get: () => Saved,
  set: (changes: Partial<Saved>) => void,
): DraftSaver {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sending: Promise<void> | undefined;

  const saveLocally = () => {
    const { draft, version, past, future, saveState } = get();
    const unsent = saveState === 'saved' ? null : draft;
    saveLocalDraft(place.key, { version, past, future, unsent });
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
        set(await place.save(version, draft));
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
