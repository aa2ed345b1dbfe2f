import { Undo2 } from 'lucide-react';
import { IconButton } from './button.tsx';
import { autosaveWords, type AutosaveState } from './use-autosave.ts';

/** What a form that saves by itself says in the head of its screen: what was refused, how safe it is, and undo. */
export function AutosaveHead({
  problem,
  state,
  undo,
}: {
  problem: string | undefined;
  state: AutosaveState;
  undo: (() => void) | null;
}) {
  return (
    <>
      {problem && (
        <p role="alert" className="font-semibold text-brick">
          {problem}
        </p>
      )}
      <span role="status" className="text-[13px] text-muted">
        {autosaveWords[state]}
      </span>
      <IconButton label="Undo" disabled={!undo} onClick={() => undo?.()}>
        <Undo2 />
      </IconButton>
    </>
  );
}
