import type { NodeId } from '@plumgate/core/basics';
import {
  addBlock,
  changeBlock,
  copyBlock,
  moveBlock,
  newEmailBlock,
  placeOf,
  removeBlock,
  type Email,
  type EmailBlock,
  type EmailBlockKind,
  type EmailPlace,
} from '@plumgate/core/emails';
import { createContext, useContext } from 'react';
import { create, useStore } from 'zustand';
import type { Writing } from '../../ui/merge-text/writing-tools.tsx';
import { changeHistory, startHistory, type EmailHistory } from './email-history.ts';

/** What the composer holds: the email with its history, and what is picked and open in it. */
export interface EmailState extends EmailHistory {
  picked: NodeId | null;
  /** A list that new blocks go to, picked while it has none; null for beside the picked block. */
  into: EmailPlace;
  writing: Writing | null;
  set: (changes: Partial<Email>, group?: string) => void;
  change: (block: EmailBlock, group?: string) => void;
  add: (kind: EmailBlockKind) => void;
  copy: (id: NodeId) => void;
  remove: (id: NodeId) => void;
  move: (id: NodeId, by: -1 | 1) => void;
  pick: (id: NodeId | null) => void;
  pickPlace: (place: EmailPlace) => void;
  undo: () => void;
  redo: () => void;
}

const newId = (): NodeId => `b-${crypto.randomUUID().slice(0, 8)}`;

/** The composer's state for one email. */
export const emailStore = (email: Email) =>
  create<EmailState>()((set, get) => {
    const edit = (make: (email: Email) => Email, group: string | null = null) =>
      set((state) => changeHistory(state, { do: 'set', make, group }));
    const blocks = (make: (blocks: readonly EmailBlock[]) => EmailBlock[], group?: string) =>
      edit((now) => ({ ...now, blocks: make(now.blocks) }), group ?? null);
    return {
      ...startHistory(email),
      picked: null,
      into: null,
      writing: null,
      set: (changes, group) => edit((now) => ({ ...now, ...changes }), group),
      change: (block, group) => blocks((now) => changeBlock(now, block), group),
      add: (kind) => {
        const { picked, into, email } = get();
        const at = whereToAdd(email.blocks, picked, into, kind);
        const block = newEmailBlock(kind, newId());
        blocks((now) => addBlock(now, block, at));
        set({ picked: block.id, into: null });
      },
      copy: (id) => {
        const at = placeOf(get().email.blocks, id);
        if (!at) return;
        const list = listAt(get().email.blocks, at.place);
        const copied = copyBlock(list[at.index]!, newId);
        blocks((now) => addBlock(now, copied, { place: at.place, index: at.index + 1 }));
        set({ picked: copied.id });
      },
      remove: (id) => {
        blocks((now) => removeBlock(now, id));
        set({ picked: null });
      },
      move: (id, by) => blocks((now) => moveBlock(now, id, by)),
      pick: (picked) => set({ picked, into: null }),
      pickPlace: (into) => set({ into, picked: null }),
      undo: () => set((state) => changeHistory(state, { do: 'undo' })),
      redo: () => set((state) => changeHistory(state, { do: 'redo' })),
    };
  });

export type EmailStore = ReturnType<typeof emailStore>;

/** After the picked block, in the picked column, or at the end. Columns go beside the columns that the picked block is in. */
export function whereToAdd(
  blocks: readonly EmailBlock[],
  picked: NodeId | null,
  into: EmailPlace,
  kind: EmailBlockKind,
): { place: EmailPlace; index: number } {
  const end = { place: null, index: blocks.length };
  const after = (id: NodeId) => {
    const at = placeOf(blocks, id);
    return at ? { place: at.place, index: at.index + 1 } : end;
  };
  const at = into
    ? { place: into, index: listAt(blocks, into).length }
    : picked
      ? after(picked)
      : end;
  return at.place && kind === 'columns' ? after(at.place.in) : at;
}

const listAt = (blocks: readonly EmailBlock[], place: EmailPlace): readonly EmailBlock[] => {
  if (!place) return blocks;
  const columns = blocks.find(({ id }) => id === place.in);
  return columns?.kind === 'columns' ? columns.sides[place.side] : [];
};

const Context = createContext<EmailStore | null>(null);
export const EmailStoreProvider = Context.Provider;

export function useEmailStore(): EmailStore {
  const store = useContext(Context);
  if (!store) throw new Error('A part of the composer is used outside of it.');
  return store;
}

export const useComposed = <Part>(choose: (state: EmailState) => Part): Part =>
  useStore(useEmailStore(), choose);
