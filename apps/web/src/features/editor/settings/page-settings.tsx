import type { EditorPage } from '@plumgate/contract';
import { pageNode } from '@plumgate/core/page';
import { LongField, TextField } from '../../../ui/field.tsx';
import { useEditor } from '../store.ts';
import { useSet } from './use-set.ts';

export function PageSettings({ page }: { page: EditorPage }) {
  const { title, description } = useEditor((state) => state.draft.page);
  const set = useSet(pageNode);
  return (
    <>
      <TextField
        label="Title"
        help="In the browser’s tab and in search results"
        maxLength={120}
        value={title}
        onChange={(event) => set({ title: event.target.value })}
      />
      <LongField
        label="Description"
        help="One or two sentences for search results"
        maxLength={300}
        value={description}
        onChange={(event) => set({ description: event.target.value })}
      />
      <p className="text-xs break-words text-muted">Answers at {page.address}</p>
    </>
  );
}
