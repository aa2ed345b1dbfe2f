import type { PathStep } from '@plumgate/contract';
import type { PageId } from '@plumgate/core/basics';
import { hopBenchmark, type Hop } from '@plumgate/core/funnels';

/** Who came to each page in a time, and in the time before it. */
export interface HopCounts {
  now: ReadonlyMap<PageId, number>;
  before: ReadonlyMap<PageId, number>;
  /** The rate at which visitors of other clients' first pages become leads; null where it can't be told. */
  others: number | null;
}

/** From each step to where it leads, with what that is measured against; null for a step that nothing leads on from. */
export const hopsOf = (
  steps: readonly Pick<PathStep, 'pageId' | 'next' | 'movesOnBy'>[],
  { now, before, others }: HopCounts,
): (Hop | null)[] =>
  steps.map(({ pageId, next, movesOnBy }, index) => {
    if (!movesOnBy || !next || !steps.some((step) => step.pageId === next)) return null;
    const by = movesOnBy.kind;
    const countsIn = (counts: HopCounts['now']) => ({
      visitors: counts.get(pageId) ?? 0,
      passed: counts.get(next) ?? 0,
    });
    // What is known of others is the share who write on a funnel's first page.
    const ofOthers = index === 0 && by === 'form' ? others : null;
    return { by, ...countsIn(now), benchmark: hopBenchmark(by, countsIn(before), ofOthers) };
  });
