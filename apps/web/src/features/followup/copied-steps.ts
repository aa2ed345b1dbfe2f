import type { ClientId } from '@plumgate/core/basics';
import type { SequenceContent, SequenceStep } from '@plumgate/core/followup';

/** Steps on their way between sequences of a client: kept in this browser, so that they reach another tab too. */
interface Carried {
  clientId: ClientId;
  steps: SequenceStep[];
}

const key = 'plumgate.copied-steps';

export function copySteps(carried: Carried): void {
  localStorage.setItem(key, JSON.stringify(carried));
}

/** The steps that were copied from this client; none of another's, whose pages and tags they may name. */
export function copiedSteps(clientId: ClientId): SequenceStep[] {
  const carried = JSON.parse(localStorage.getItem(key) ?? 'null') as Carried | null;
  return carried?.clientId === clientId ? carried.steps : [];
}

/**
 * A sequence with copies of some steps, each with its time. Those that count from an event are left out where the sequence
 * has none: `left` is how many.
 */
export function withCopies(
  content: SequenceContent,
  steps: readonly SequenceStep[],
  newId: () => string,
): { content: SequenceContent; left: number } {
  const fitting = steps.filter((step) => step.anchor === 'joined' || content.event.kind !== 'none');
  const ids = new Map(fitting.map(({ id }) => [id, newId()]));
  // A step whose wait does not come along leaves its lane.
  const copies = fitting.map(({ lane, ...step }) => {
    const wait = lane && ids.get(lane.wait);
    return { ...step, id: ids.get(step.id)!, ...(wait && { lane: { ...lane, wait } }) };
  });
  return {
    content: { ...content, steps: [...content.steps, ...copies] },
    left: steps.length - fitting.length,
  };
}
