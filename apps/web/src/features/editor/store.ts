import { api, type EditorPage } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import type { Brand } from '@plumgate/core/brand';
import type { FormDefinition } from '@plumgate/core/forms';
import { applyEdit, pageNode, type Draft, type Edit, type EditProblem } from '@plumgate/core/page';
import { createContext, useContext } from 'react';
import { createStore, useStore, type StoreApi } from 'zustand';
import { call, CallError, messageOf } from '../../api/call.ts';
import { problemWords } from './problem-words.ts';

/** One entry of the history: how to go back, and how to come forward again. */
interface Entry {
  back: Edit[];
  forth: Edit[];
  group: string | null;
}

export interface EditorState {
  draft: Draft;
  brand: Brand;
  selected: string;
  past: Entry[];
  future: Entry[];
  version: number;
  /** `kept` when the server has everything; `apart` when somebody else changed the page and this copy can't be kept. */
  keeping: 'kept' | 'keeping' | 'failed' | 'apart';
  live: EditorPage['state'];
  notice: string | null;

  select: (id: string) => void;
  /** Makes edits as one step of the history. Edits of one `group` in a row, such as letters typed, are one step together. */
  edit: (edits: Edit[], group?: string) => boolean;
  endGroup: () => void;
  undo: () => void;
  redo: () => void;
  /** Brings a form into the draft so that a block can show it; nothing to undo, since nothing shows it yet. */
  bringForm: (id: FormId, form: FormDefinition) => void;
  setBrand: (brand: Brand) => void;
  /** Resolves when the server has everything. */
  keep: () => Promise<void>;
  publish: () => Promise<string>;
}

export type EditorStore = StoreApi<EditorState>;
const quiet = 500;

/** The editor's state for one page: the draft with its history, and its keeping by itself. */
export function createEditorStore(page: EditorPage): EditorStore {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sending: Promise<void> | undefined;

  const store = createStore<EditorState>()((set, get) => {
    const changed = () => {
      set({ keeping: 'keeping', notice: null });
      clearTimeout(timer);
      timer = setTimeout(
        () =>
          void get()
            .keep()
            .catch(() => {}),
        quiet,
      );
    };

    const send = async (): Promise<void> => {
      for (;;) {
        const { draft, version } = get();
        try {
          const kept = await call(api.saveDraft, {
            params: { pageId: page.pageId },
            body: { version, draft },
          });
          set({ version: kept.version, live: kept.state });
        } catch (error) {
          const apart = error instanceof CallError && error.problem.code === 'changed-elsewhere';
          set({ keeping: apart ? 'apart' : 'failed', notice: messageOf(error) });
          throw error;
        }
        if (get().draft === draft) return set({ keeping: 'kept' });
      }
    };

    const replay = (from: 'past' | 'future') => {
      const state = get();
      const entry = state[from].at(-1);
      if (!entry) return;
      const edits = from === 'past' ? entry.back : entry.forth;
      const result = applyAll(state.draft, edits);
      if (!result.ok) return;
      const turned =
        from === 'past' ? { ...entry, forth: result.back } : { ...entry, back: result.back };
      const to = from === 'past' ? 'future' : 'past';
      set({
        draft: result.draft,
        [from]: state[from].slice(0, -1),
        [to]: [...state[to], { ...turned, group: null }],
      } as Partial<EditorState>);
      changed();
    };

    return {
      draft: page.draft as Draft,
      brand: page.client.brand,
      selected: pageNode,
      past: [],
      future: [],
      version: page.version,
      keeping: 'kept',
      live: page.state,
      notice: null,

      select: (id) => {
        if (id === get().selected) return;
        get().endGroup();
        set({ selected: id });
      },
      edit: (edits, group) => {
        const { draft, past } = get();
        const result = applyAll(draft, edits);
        if (!result.ok) {
          set({ notice: problemWords(result.problem) });
          return false;
        }
        const last = past.at(-1);
        const joins = group !== undefined && last?.group === group;
        const entry: Entry = {
          back: joins ? [...result.back, ...last.back] : result.back,
          forth: [],
          group: group ?? null,
        };
        set({
          draft: result.draft,
          past: [...(joins ? past.slice(0, -1) : past), entry],
          future: [],
        });
        changed();
        return true;
      },
      endGroup: () => {
        const { past } = get();
        const last = past.at(-1);
        if (last?.group) set({ past: [...past.slice(0, -1), { ...last, group: null }] });
      },
      undo: () => replay('past'),
      redo: () => replay('future'),
      bringForm: (id, form) => {
        const { draft } = get();
        set({ draft: { ...draft, forms: { ...draft.forms, [id]: form } } });
      },
      setBrand: (brand) => set({ brand }),
      keep: () => {
        clearTimeout(timer);
        if (get().keeping === 'apart') return Promise.reject(new Error(get().notice ?? ''));
        if (get().keeping === 'kept') return sending ?? Promise.resolve();
        sending ??= send().finally(() => (sending = undefined));
        return sending;
      },
      publish: async () => {
        await get().keep();
        const { address, state } = await call(api.publishPage, {
          params: { pageId: page.pageId },
          body: { version: get().version },
        });
        set({ live: state });
        return address;
      },
    };
  });
  return store;
}

type Applied = { ok: true; draft: Draft; back: Edit[] } | { ok: false; problem: EditProblem };

/** All of the edits or none; `back` undoes them, last first. */
function applyAll(draft: Draft, edits: Edit[]): Applied {
  let now = draft;
  const back: Edit[] = [];
  for (const edit of edits) {
    const result = applyEdit(now, edit);
    if (!result.ok) return { ok: false, problem: result.problem };
    now = result.value.draft;
    back.unshift(result.value.inverse);
  }
  return { ok: true, draft: now, back };
}

const Context = createContext<EditorStore | null>(null);
export const EditorProvider = Context.Provider;

export function useEditorStore(): EditorStore {
  const store = useContext(Context);
  if (!store) throw new Error('This part belongs in the editor.');
  return store;
}

export function useEditor<Part>(pick: (state: EditorState) => Part): Part {
  return useStore(useEditorStore(), pick);
}
