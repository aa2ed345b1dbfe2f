import { pageMergeFields } from '@plumgate/core/launch';
import { WritingTools } from '../../../ui/merge-text/writing-tools.tsx';
import { useUi } from '../ui.ts';

/** The tools for the text that is open on the page. */
export function PageWritingTools() {
  const writing = useUi((ui) => ui.writing);
  if (!writing) return null;
  return (
    <div className="absolute top-1 left-1/2 z-20 -translate-x-1/2">
      <WritingTools key={String(writing.isRich)} writing={writing} fields={pageMergeFields} />
    </div>
  );
}
