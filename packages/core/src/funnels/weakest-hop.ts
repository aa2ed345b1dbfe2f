/** From one step to another: how many came, how many went on, and by what. */
export interface Hop {
  by: 'form' | 'booking' | 'button';
  visitors: number;
  passed: number;
}

/**
 * The share of visitors that each way on is measured against. A form: what a well-built local-service page reaches
 * (common practice, no source). A booking by people who answered the form already, and a button that asks for
 * nothing: our own starting values, no source.
 */
export const hopBenchmarks = { form: 0.2, booking: 0.6, button: 0.5 } as const;

/** Below this a share says little (common practice for split tests, no source). */
export const enoughVisitors = 50;

/**
 * The hop that loses most against its own benchmark: the index of the one with the lowest share of its benchmark,
 * among those with enough visitors and below it. Null when every one holds up, or nothing can be said yet.
 */
export function weakestHop(hops: readonly (Hop | null)[]): number | null {
  let weakest: { index: number; held: number } | null = null;
  for (const [index, hop] of hops.entries()) {
    if (!hop || hop.visitors < enoughVisitors) continue;
    const held = hop.passed / hop.visitors / hopBenchmarks[hop.by];
    if (held < (weakest?.held ?? 1)) weakest = { index, held };
  }
  return weakest?.index ?? null;
}
