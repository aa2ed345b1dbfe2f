import { Button } from './button.tsx';

/** What stands in the head of a place whose changes are kept by a press: what is wrong, put back, keep. */
export function KeepButtons({
  problem,
  changed,
  busy,
  label = 'Save',
  onPutBack,
  onKeep,
}: {
  problem: string | undefined;
  changed: boolean;
  busy: boolean;
  label?: string;
  onPutBack: () => void;
  onKeep: () => void;
}) {
  return (
    <>
      {problem && (
        <span role="alert" className="max-w-md text-[13px] font-semibold text-brick">
          {problem}
        </span>
      )}
      <Button disabled={!changed} onClick={onPutBack}>
        Discard changes
      </Button>
      <Button look="main" disabled={!changed || busy || problem !== undefined} onClick={onKeep}>
        {label}
      </Button>
    </>
  );
}
