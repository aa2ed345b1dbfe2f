import type { UserId } from '../basics/index.ts';
import type { SequenceContent } from './sequence.ts';

/** A sequence when somebody it gives people to is no longer there: another takes their place, or the step goes with them. */
export function sequenceHandedOver(
  content: SequenceContent,
  from: UserId,
  to: UserId | null,
): SequenceContent {
  const steps = content.steps.flatMap((step) => {
    if (step.action.kind !== 'assign' || step.action.to !== from) return [step];
    return to ? [{ ...step, action: { ...step.action, to } }] : [];
  });
  return { ...content, steps };
}
