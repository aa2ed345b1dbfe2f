import type { SequenceContent } from '@plumgate/core/followup';
import { countTextParts, hasOptOutWords, withOptOutWords } from '@plumgate/core/messages';
import { Button } from '../../ui/button.tsx';

/** Texts of a sequence that do not say how to end texts, mended in one press; nothing where all do. */
export function OptOutNotice({
  content,
  onChange,
}: {
  content: SequenceContent;
  onChange: (content: SequenceContent) => void;
}) {
  const lacking = content.steps.filter(
    ({ action }) => action.kind === 'text' && action.body.trim() && !hasOptOutWords(action.body),
  );
  if (lacking.length === 0) return null;
  const mended = content.steps.map((step) =>
    lacking.includes(step) && step.action.kind === 'text'
      ? { ...step, action: { ...step.action, body: withOptOutWords(step.action.body) } }
      : step,
  );
  const more = partsOf(mended) - partsOf(content.steps);
  return (
    <p className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-honey-tint px-6 py-2">
      <span className="min-w-0 flex-1">
        {lacking.length === 1
          ? 'One text does not say how to end texts.'
          : `${lacking.length} texts do not say how to end texts.`}{' '}
        {more > 0 && `Saying it makes ${more === 1 ? 'one part' : `${more} parts`} more.`}
      </span>
      <Button onClick={() => onChange({ ...content, steps: mended })}>
        Add “Reply STOP to end texts.”
      </Button>
    </p>
  );
}

const partsOf = (steps: SequenceContent['steps']): number =>
  steps.reduce(
    (sum, { action }) => sum + (action.kind === 'text' ? countTextParts(action.body).parts : 0),
    0,
  );
