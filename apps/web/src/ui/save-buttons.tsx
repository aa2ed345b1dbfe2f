import { Button } from './button.tsx';

/** In the head of a screen that is saved by a button: what is wrong, Discard changes, Save. */
export function SaveButtons({
  problem,
  changed,
  busy,
  label = 'Save',
  onDiscard,
  onSave,
}: {
  problem: string | undefined;
  changed: boolean;
  busy: boolean;
  label?: string;
  onDiscard: () => void;
  onSave: () => void;
}) {
  return (
    <>
      {problem && (
        <span role="alert" className="max-w-md text-[13px] font-semibold text-brick">
          {problem}
        </span>
      )}
      <Button disabled={!changed} onClick={onDiscard}>
        Discard changes
      </Button>
      <Button look="main" disabled={!changed || busy || problem !== undefined} onClick={onSave}>
        {label}
      </Button>
    </>
  );
}
