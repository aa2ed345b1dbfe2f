import { api, type EditorPage } from '@plumgate/contract';
import type { ClientId, FormId } from '@plumgate/core/basics';
import { brandInStyle, withStyleChanged, type Brand } from '@plumgate/core/brand';
import type { FormDefinition } from '@plumgate/core/forms';
import { pageNode, type Draft, type Edit } from '@plumgate/core/page';
import { createContext, useContext } from 'react';
import { createStore, useStore, type StoreApi } from 'zustand';
import { call, messageOf } from '../../api/call.ts';
import { createBrandSaver } from './brand-saver.ts';
import { createDraftSaver, placeOfPage, type DraftPlace, type SaveState } from './draft-saver.ts';
import { edited, replacedBy, replayed, withoutOpenGroup, type History } from './edit-history.ts';
import { readLocalDraft, type Entry } from './local-draft.ts';
import { problemWords } from './problem-words.ts';

export interface EditorState {
  clientId: ClientId;
  draft: Draft;
  /** The brand as this funnel's pages show it, in their style. */
  brand: Brand;
  /** The client's brand with all its styles, and which of them the funnel has; empty for the brand itself. */
  clientBrand: Brand;
  style: string;
  /** The part that settings are shown of, and others selected with it. */
  selected: string;
  others: string[];
  past: Entry[];
  future: Entry[];
  version: number;
  saveState: SaveState;
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
  /** Adds forms to the draft so that blocks can show them; nothing to undo, since nothing shows them yet. */
  bringForms: (forms: Record<FormId, FormDefinition>) => void;
  /** Saves the brand for all of the client's pages; `setBrand` only previews it. */
  applyBrand: (brand: Brand) => void;
  /** Puts all pages of the funnel into a style, a new one if `clientBrand` has none such yet. */
  applyStyle: (style: string, clientBrand?: Brand) => Promise<void>;
  setBrand: (brand: Brand) => void;
  /** Resolves when the server has the brand that was applied last. */
  saveBrand: () => Promise<void>;
  /** Resolves when the server has everything. */
  save: () => Promise<void>;
  publish: () => Promise<string>;
  /** Ends a `saveState: 'conflict'`: one of the two drafts is shown, and undo leads to the other. */
  resolveConflict: (whose: 'theirs' | 'mine') => Promise<void>;
}

export type EditorStore = StoreApi<EditorState>;

/** Everything that is selected, the one with the settings last. */
export const selectionOf = ({ selected, others }: Pick<EditorState, 'selected' | 'others'>) => [
  ...others,
  selected,
];

/** The editor's state for one page: the draft with its history, saved by itself. */
export function createEditorStore(
  page: EditorPage,
  place: DraftPlace = placeOfPage(page.pageId),
): EditorStore {
  const before = readLocalDraft(place.key);
  const unsent = before?.unsent ?? null;
  const isCurrent = before?.version === page.version;
  // Without a draft of its own, an older history leads to parts that another user may have changed since.
  const history = isCurrent || unsent ? before : null;

  return createStore<EditorState>()((set, get) => {
    const drafts = createDraftSaver(place, get, set);
    /** The page shows something that visitors do not see yet. */
    const noteUnpublished = () => {
      if (get().live === 'live') set({ live: 'changed' });
    };
    const brands = createBrandSaver(page.client.id, {
      // A draft that was saved meanwhile may have been called live: it was, in the brand before.
      onSaved: noteUnpublished,
      onFailed: (error) => set({ notice: messageOf(error) }),
    });
    /** Shows a new draft; one change of the state, since everything on the screen hears of each. */
    const change = (to: History) => {
      const isConflict = get().saveState === 'conflict';
      set({ ...to, saveState: isConflict ? 'conflict' : 'saving', notice: null });
      drafts.saveLocally();
      if (!isConflict) drafts.scheduleSave();
    };
    const replay = (from: 'past' | 'future') => {
      if (get()[from].length === 0) return;
      const to = replayed(get(), from);
      if (to) return change(to);
      // A step that leads nowhere any more keeps all those behind it from leading anywhere: the button is off from now on.
      set({ [from]: [], notice: 'The page has changed since, so there is nothing to go back to.' });
    };

    if (unsent && isCurrent) drafts.scheduleSave(0);
    return {
      clientId: page.client.id as ClientId,
      draft: unsent ?? (page.draft as Draft),
      brand: page.client.brand,
      clientBrand: page.brand,
      style: page.funnel.style,
      selected: pageNode,
      others: [],
      past: history?.past ?? [],
      future: history?.future ?? [],
      version: page.version,
      saveState: !unsent ? 'saved' : isCurrent ? 'saving' : 'conflict',
      live: page.state,
      notice: null,

      select: (id, also = false) => {
        const { selected, others, endGroup } = get();
        if (id === selected && others.length === 0) return;
        endGroup();
        set(
          selected === pageNode || !also ? { selected: id, others: [] } : alsoSelected(get(), id),
        );
      },
      selectAll: (ids) => {
        get().endGroup();
        set({ selected: ids.at(-1) ?? pageNode, others: ids.slice(0, -1) });
      },
      edit: (edits, group) => {
        if (edits.length === 0) return false;
        const result = edited(get(), edits, group);
        if (result.ok) change(result.history);
        else set({ notice: problemWords(result.problem) });
        return result.ok;
      },
      endGroup: () => {
        const past = withoutOpenGroup(get().past);
        if (past !== get().past) set({ past });
      },
      undo: () => replay('past'),
      redo: () => replay('future'),
      bringForms: (forms) => {
        const { draft } = get();
        set({ draft: { ...draft, forms: { ...draft.forms, ...forms } } });
      },
      setBrand: (brand) => set({ brand }),
      applyBrand: (brand) => {
        const { clientBrand, style } = get();
        const changed = withStyleChanged(clientBrand, style, brand);
        set({ brand, clientBrand: changed });
        noteUnpublished();
        brands.schedule(changed);
      },
      applyStyle: async (style, changed = get().clientBrand) => {
        set({ brand: brandInStyle(changed, style), clientBrand: changed, style });
        brands.schedule(changed);
        try {
          // The style has to be there before the funnel has it.
          await brands.save();
          await call(api.changeFunnel, { params: { funnelId: page.funnel.id }, body: { style } });
          noteUnpublished();
        } catch (error) {
          set({ notice: messageOf(error) });
        }
      },
      saveBrand: brands.save,
      save: drafts.save,
      publish: async () => {
        await brands.save();
        await drafts.save();
        const { address, state } = await call(api.publishPage, {
          params: { pageId: page.pageId },
          body: { version: get().version },
        });
        set({ live: state });
        return address;
      },
      resolveConflict: async (whose) => {
        const newest = await place.load();
        const [mine, theirs] = [get().draft, newest.draft];
        const isMine = whose === 'mine';
        set({
          ...replacedBy(get(), isMine ? mine : theirs, isMine ? theirs : mine),
          version: newest.version,
          live: newest.live,
          saveState: isMine ? 'saving' : 'saved',
          notice: null,
        });
        drafts.saveLocally();
        if (isMine) await drafts.save();
      },
    };
  });
}

/** One more part, or one that is selected less; the page is never selected beside others. */
function alsoSelected(
  { selected, others }: Pick<EditorState, 'selected' | 'others'>,
  id: string,
): Pick<EditorState, 'selected' | 'others'> {
  if (id === pageNode) return { selected: id, others: [] };
  if (!others.includes(id) && id !== selected)
    return { selected: id, others: [...others, selected] };
  const rest = selectionOf({ selected, others }).filter((one) => one !== id);
  return { selected: rest.at(-1) ?? pageNode, others: rest.slice(0, -1) };
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
