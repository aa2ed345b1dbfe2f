import { useEditorStore } from '../store.ts';

/** Changes settings of one part; letters typed into one setting are one step of the history. */
export function useSet(id: string): (changes: Record<string, unknown>) => void {
  const store = useEditorStore();
  return (changes) => {
    store.getState().edit([{ do: 'set', id, changes }], `${id}.${Object.keys(changes).join()}`);
  };
}
