import { pageMergeFields } from '@plumgate/core/launch';
import { useMemo } from 'react';
import type { EditorPage } from '@plumgate/contract';
import { WritingTools } from '../../../ui/merge-text/writing-tools.tsx';
import { useEditor } from '../store.ts';
import { useUi } from '../ui.ts';

/** The tools for the text that is open on the page. */
export function PageWritingTools({ around }: Pick<EditorPage, 'around'>) {
  const writing = useUi((ui) => ui.writing);
  const event = useEditor((state) => state.draft.page.event);
  const listing = useEditor((state) => state.draft.page.listing);
  const fields = useMemo(
    () => pageMergeFields(around, { event, listing }),
    [around, event, listing],
  );
  if (!writing) return null;
  return (
    <div className="absolute top-1 left-1/2 z-20 -translate-x-1/2">
      <WritingTools key={String(writing.isRich)} writing={writing} fields={fields} />
    </div>
  );
}
