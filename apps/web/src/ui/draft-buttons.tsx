import { Button } from './button.tsx';
import type { DraftState } from './use-draft.ts';

/** How safe what is being changed is, in words. */
const draftWords: Record<DraftState, string> = {
  none: '',
  saving: 'Saving the draft…',
  saved: 'Draft saved, not in effect yet',
  failed: 'The draft could not be saved. Check your connection.',
};

/** How safe a draft is, and whether somebody has put another version into effect since it was begun. */
export const draftStatus = ({
  state,
  isBehind,
}: {
  state: DraftState;
  isBehind: boolean;
}): string =>
  isBehind && state === 'saved'
    ? 'Another version was applied after this draft was started. Applying the draft replaces it.'
    : draftWords[state];

/** In the head of a screen whose changes take effect when they are applied: what is wrong, how safe they are, Discard, Apply. */
export function DraftButtons({
  problem,
  draft,
}: {
  problem: string | undefined;
  draft: {
    state: DraftState;
    changed: boolean;
    busy: boolean;
    isBehind: boolean;
    apply: () => Promise<void>;
    discard: () => Promise<void>;
  };
}) {
  const { state, changed, busy, isBehind } = draft;
  return (
    <>
      {problem ? (
        <span role="alert" className="max-w-md text-[13px] font-semibold text-brick">
          {problem}
        </span>
      ) : (
        <span
          role="status"
          className={`max-w-md text-[13px] ${state === 'failed' ? 'font-semibold text-brick' : 'text-muted'}`}
        >
          {changed ? draftStatus({ state, isBehind }) : 'Up to date'}
        </span>
      )}
      <Button disabled={!changed || busy} onClick={() => void draft.discard()}>
        Discard changes
      </Button>
      <Button
        look="main"
        disabled={!changed || busy || problem !== undefined}
        onClick={() => void draft.apply()}
      >
        Apply
      </Button>
    </>
  );
}
