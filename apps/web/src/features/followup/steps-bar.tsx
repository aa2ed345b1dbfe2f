import type { ClientId } from '@plumgate/core/basics';
import type { SequenceContent } from '@plumgate/core/followup';
import { ClipboardPaste, Copy, CopyPlus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { Button } from '../../ui/button.tsx';
import { copiedSteps, copySteps, withCopies } from './copied-steps.ts';
import { newStepId, withoutStep } from './steps.ts';

/** What can be done with the steps that are picked, and with those that were copied before; nothing while there are none. */
export function StepsBar({
  content,
  clientId,
  picked,
  onPickNone,
  onChange,
}: {
  content: SequenceContent;
  clientId: ClientId;
  picked: ReadonlySet<string>;
  onPickNone: () => void;
  onChange: (content: SequenceContent) => void;
}) {
  const [copied, setCopied] = useState(() => copiedSteps(clientId));
  const steps = content.steps.filter(({ id }) => picked.has(id));
  if (steps.length === 0 && copied.length === 0) return null;
  const add = (which: typeof steps) => {
    const { content: changed, left } = withCopies(content, which, newStepId);
    onChange(changed);
    onPickNone();
    if (left > 0)
      toast(
        `${left === 1 ? 'One step counts' : `${left} steps count`} from an event, which this sequence does not have, and ${left === 1 ? 'was' : 'were'} left out.`,
      );
  };
  return (
    <div className="flex flex-wrap items-center gap-2 px-6 pt-4 max-md:px-4">
      {steps.length > 0 && (
        <>
          <span className="font-semibold">
            {steps.length === 1 ? '1 step' : `${steps.length} steps`}
          </span>
          <Button
            onClick={() => {
              copySteps({ clientId, steps });
              setCopied(steps);
              onPickNone();
              toast('Copied. Paste them here or in another sequence of this client.');
            }}
          >
            <Copy className="size-4" aria-hidden /> Copy
          </Button>
          <Button onClick={() => add(steps)}>
            <CopyPlus className="size-4" aria-hidden /> Duplicate
          </Button>
          <Button
            onClick={() => {
              onChange([...picked].reduce(withoutStep, content));
              onPickNone();
            }}
          >
            <Trash2 className="size-4" aria-hidden /> Remove
          </Button>
        </>
      )}
      {copied.length > 0 && (
        <Button onClick={() => add(copied)}>
          <ClipboardPaste className="size-4" aria-hidden /> Paste{' '}
          {copied.length === 1 ? '1 step' : `${copied.length} steps`}
        </Button>
      )}
    </div>
  );
}
