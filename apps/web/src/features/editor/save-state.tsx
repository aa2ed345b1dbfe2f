import { toast } from 'sonner';
import { messageOf } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import type { SaveState } from './draft-saver.ts';
import { useEditor, useEditorStore } from './store.ts';

const words: Record<SaveState, string> = {
  saved: 'Saved',
  saving: 'Saving…',
  offline: 'No connection. Your changes are safe in this browser and are sent when it is back.',
  failed: 'Not saved yet',
  conflict: 'Another user saved a newer version. Undo goes back to theirs.',
};

/** Whether everything is safe, in a word. */
export function SaveStatus() {
  const saveState = useEditor((state) => state.saveState);
  if (saveState !== 'saved' && saveState !== 'saving') return null;
  return (
    <span role="status" className="shrink-0 text-xs text-muted">
      {words[saveState]}
    </span>
  );
}

/** What is not safe yet or was refused, why, and what to do: below the bar, where there is room to say it whole. */
export function SaveProblem() {
  const store = useEditorStore();
  const saveState = useEditor((state) => state.saveState);
  const notice = useEditor((state) => state.notice);
  const isSafe = saveState === 'saved' || saveState === 'saving';
  if (isSafe && !notice) return null;
  const settle = (whose: 'mine' | 'theirs') =>
    void store
      .getState()
      .resolveConflict(whose)
      .catch((error: unknown) => toast.error(messageOf(error)));
  return (
    <div className="flex shrink-0 items-center gap-3 border-b border-line bg-paper px-4 py-1.5 text-[13px]">
      <p role="status" className="font-semibold text-brick">
        {notice ?? words[saveState]}
      </p>
      {(saveState === 'failed' || saveState === 'offline') && (
        <Button
          onClick={() =>
            void store
              .getState()
              .save()
              .catch(() => {})
          }
        >
          Try now
        </Button>
      )}
      {saveState === 'conflict' && (
        <>
          <Button onClick={() => settle('theirs')}>Use their version</Button>
          <Button onClick={() => settle('mine')}>Keep my version</Button>
        </>
      )}
    </div>
  );
}
