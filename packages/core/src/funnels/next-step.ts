import type { PageId } from '../basics/index.ts';

/** A step as far as the way through its funnel goes: `leadsTo` where that is not the step after it. */
export interface StepOrder {
  id: PageId;
  leadsTo: PageId | null;
}

/**
 * Where the step at `index` leads, the funnel's steps being in order: to the step that was chosen for it while that is
 * in the funnel, else to the one after it; null from the last.
 */
export function nextOf(steps: readonly StepOrder[], index: number): PageId | null {
  const chosen = steps[index]?.leadsTo;
  if (chosen && chosen !== steps[index]!.id && steps.some(({ id }) => id === chosen)) return chosen;
  return steps[index + 1]?.id ?? null;
}

/** The steps that lead elsewhere after a change of the path than before it. */
export function retargetedSteps(
  before: readonly StepOrder[],
  after: readonly StepOrder[],
): PageId[] {
  const led = new Map(before.map(({ id }, index) => [id, nextOf(before, index)]));
  return after.flatMap(({ id }, index) =>
    led.has(id) && led.get(id) !== nextOf(after, index) ? [id] : [],
  );
}
