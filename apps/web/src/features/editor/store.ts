import { api, type EditorPage } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import type { Brand } from '@plumgate/core/brand';
import type { FormDefinition } from '@plumgate/core/forms';
import { applyEdit, pageNode, type Draft, type Edit, type EditProblem } from '@plumgate/core/page';
import { createContext, useContext } from 'react';
import { createStore, useStore, type StoreApi } from 'zustand';
import { call, CallError, messageOf } from '../../api/call.ts';
import { queries } from '../../api/hooks.ts';
import { keepHere, keptHere, type Entry } from './kept-here.ts';
import { problemWords } from './problem-words.ts';

/**
 * How safe the work is. `keeping` → `kept`; without a connection `offline`: it is safe in this browser and is sent when
 * the connection is back; `failed` when the server refused it; `apart` when somebody else changed the page meanwhile.
 */
export type Keeping = 'kept' | 'keeping' | 'offline' | 'failed' | 'apart';

export interface EditorState {
  clientId: string;
  draft: Draft;
  brand: Brand;
  /** The part that settings are shown of, and others selected with it. */
  selected: string;
  others: string[];
  past: Entry[];
  future: Entry[];
  version: number;
  keeping: Keeping;
  live: EditorPage['state'];
  notice: string | null;

  /** Selects one part, or with `also` one more, or one less. */
  select: (id: string, also?: boolean) => void;
  selectAll: (ids: string[]) => void;
  /** Makes edits as one step of the history. Edits of one `group` in a row, such as letters typed, are one step together. */
  edit: (edits: Edit[], group?: string) => boolean;
  endGroup: () => void;
  undo: () => void;
  redo: () => void;
  /** Brings forms into the draft so that blocks can show them; nothing to undo, since nothing shows them yet. */
  bringForms: (forms: Record<FormId, FormDefinition>) => void;
  /** Shows the page in a brand; `takeBrand` also keeps it, for all of the client's pages. */
  setBrand: (brand: Brand) => void;
  takeBrand: (brand: Brand) => void;
  /** Resolves when the server has the brand that was taken last. */
  keepBrand: () => Promise<void>;
  /** Resolves when the server has everything. */
  keep: () => Promise<void>;
  publish: () => Promise<string>;
  /** Ends a `keeping: 'apart'`: one of the two drafts is shown, and undo leads to the other. */
  settle: (whose: 'theirs' | 'mine') => Promise<void>;
}

export type EditorStore = StoreApi<EditorState>;
const quiet = 500;
const tryAgainAfter = 4000;

/** Everything that is selected, the one with the settings last. */
export const selectionOf = ({ selected, others }: Pick<EditorState, 'selected' | 'others'>) => [
  ...others,
  selected,
];

/** The editor's state for one page: the draft with its history, and its keeping by itself. */
export function createEditorStore(page: EditorPage): EditorStore {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sending: Promise<void> | undefined;
  let brandTimer: ReturnType<typeof setTimeout> | undefined;
  /** The brand that was taken and that the server does not have yet. */
  let untaken: Brand | null = null;
  let takingBrand: Promise<void> = Promise.resolve();
  const here = keptHere(page.pageId);
  const unsent = here?.unsent ?? null;
  const isCurrent = here?.version === page.version;
  // Without a draft of its own, an older history leads to parts that somebody else may have changed since.
  const history = isCurrent || unsent ? here : null;

  const store = createStore<EditorState>()((set, get) => {
    const keepLater = (after: number) => {
      clearTimeout(timer);
      timer = setTimeout(
        () =>
          void get()
            .keep()
            .catch(() => {}),
        after,
      );
    };
    /** Takes a new draft; one change of the state, since everything on the screen hears of each. */
    const changed = (to: Pick<EditorState, 'draft'> & Partial<EditorState>) => {
      set({ ...to, keeping: get().keeping === 'apart' ? 'apart' : 'keeping', notice: null });
      noteHere();
      if (get().keeping !== 'apart') keepLater(quiet);
    };
    /** The page shows something that visitors do not see yet. */
    const differs = () => {
      if (get().live === 'live') set({ live: 'changed' });
    };
    /** What a reload needs: the history, and the draft while the server does not have it. */
    const noteHere = () => {
      const { draft, version, past, future, keeping } = get();
      keepHere(page.pageId, { version, past, future, unsent: keeping === 'kept' ? null : draft });
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
          const problem = error instanceof CallError ? error.problem : null;
          const isOffline = problem?.status === 0;
          const isApart = problem?.code === 'changed-elsewhere';
          set({
            keeping: isApart ? 'apart' : isOffline ? 'offline' : 'failed',
            notice: isOffline || isApart ? null : messageOf(error),
          });
          noteHere();
          if (isOffline) keepLater(tryAgainAfter);
          throw error;
        }
        if (get().draft === draft) {
          set({ keeping: 'kept' });
          return noteHere();
        }
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
      changed({
        draft: result.draft,
        [from]: state[from].slice(0, -1),
        [to]: [...state[to], { ...turned, group: null }],
      });
    };

    if (unsent && isCurrent) keepLater(0);
    return {
      clientId: page.client.id,
      draft: unsent ?? (page.draft as Draft),
      brand: page.client.brand,
      selected: pageNode,
      others: [],
      past: history?.past ?? [],
      future: history?.future ?? [],
      version: page.version,
      keeping: !unsent ? 'kept' : isCurrent ? 'keeping' : 'apart',
      live: page.state,
      notice: null,

      select: (id, also = false) => {
        const { selected, others, endGroup } = get();
        if (id === selected && others.length === 0) return;
        endGroup();
        if (!also || id === pageNode || selected === pageNode)
          return set({ selected: id, others: [] });
        if (!others.includes(id) && id !== selected)
          return set({ selected: id, others: [...others, selected] });
        const rest = selectionOf({ selected, others }).filter((one) => one !== id);
        set({ selected: rest.at(-1) ?? pageNode, others: rest.slice(0, -1) });
      },
      selectAll: (ids) => {
        get().endGroup();
        set({ selected: ids.at(-1) ?? pageNode, others: ids.slice(0, -1) });
      },
      edit: (edits, group) => {
        const { draft, past } = get();
        if (edits.length === 0) return false;
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
        changed({
          draft: result.draft,
          past: [...(joins ? past.slice(0, -1) : past), entry],
          future: [],
        });
        return true;
      },
      endGroup: () => {
        const { past } = get();
        const last = past.at(-1);
        if (last?.group) set({ past: [...past.slice(0, -1), { ...last, group: null }] });
      },
      undo: () => replay('past'),
      redo: () => replay('future'),
      bringForms: (forms) => {
        const { draft } = get();
        set({ draft: { ...draft, forms: { ...draft.forms, ...forms } } });
      },
      setBrand: (brand) => set({ brand }),
      takeBrand: (brand) => {
        set({ brand });
        differs();
        untaken = brand;
        clearTimeout(brandTimer);
        brandTimer = setTimeout(
          () =>
            void get()
              .keepBrand()
              .catch((error: unknown) => set({ notice: messageOf(error) })),
          quiet,
        );
      },
      keepBrand: () => {
        clearTimeout(brandTimer);
        if (untaken) {
          const body = untaken;
          untaken = null;
          takingBrand = call(api.saveBrand, { params: { clientId: page.client.id }, body }).then(
            () => {
              // A draft that was kept meanwhile may have been called live: it was, in the brand before.
              differs();
              void queries.invalidateQueries();
            },
            (error: unknown) => {
              untaken ??= body;
              throw error;
            },
          );
        }
        return takingBrand;
      },
      keep: () => {
        clearTimeout(timer);
        if (get().keeping === 'apart')
          return Promise.reject(new Error('First choose which version to use.'));
        if (get().keeping === 'kept') return sending ?? Promise.resolve();
        sending ??= send().finally(() => (sending = undefined));
        return sending;
      },
      publish: async () => {
        await get().keepBrand();
        await get().keep();
        const { address, state } = await call(api.publishPage, {
          params: { pageId: page.pageId },
          body: { version: get().version },
        });
        set({ live: state });
        return address;
      },
      settle: async (whose) => {
        const newest = await call(api.getEditorPage, { params: { pageId: page.pageId } });
        const { draft: mine, past } = get();
        const theirs = newest.draft as Draft;
        const [shown, beside] = whose === 'mine' ? [mine, theirs] : [theirs, mine];
        const back: Edit[] = [{ do: 'replace', draft: beside }];
        set({
          draft: shown,
          version: newest.version,
          live: newest.state,
          past: [...past, { back, forth: [], group: null }],
          future: [],
          keeping: whose === 'mine' ? 'keeping' : 'kept',
          notice: null,
        });
        noteHere();
        if (whose === 'mine') await get().keep();
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

/** What a reader of the state needs of its store. */
export type ReadableStore = Pick<EditorStore, 'getState' | 'getInitialState' | 'subscribe'>;
const Reading = createContext<ReadableStore | null>(null);
/** Gives those inside another way to read the state, such as one that lags; they act on the store itself as before. */
export const ReadingProvider = Reading.Provider;

export function useEditor<Part>(pick: (state: EditorState) => Part): Part {
  const store = useEditorStore();
  return useStore(useContext(Reading) ?? store, pick);
}
