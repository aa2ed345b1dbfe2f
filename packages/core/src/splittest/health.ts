import { fewestForRate, newcombe } from '../statistics/index.ts';

/** How the pages of a variation did in browsers that told of it. */
export interface VariationHealth {
  told: number;
  /** In how many of them a script failed. */
  failed: number;
  /** Until the page was there, in ms; null where nobody told. */
  medianLoad: number | null;
}

export type HealthWarning = 'breaks' | 'slow';

/** So much longer than the page as it is, and as a multiple of it, is felt (common practice, no source). */
const slowBy = { ms: 500, times: 1.5 };
/** Below this share of visits failures are somebody's extension (our own value, no source). */
const leastFailures = 0.02;

/**
 * Whether a variation breaks or is slow beside the page as it is, the first: then people turn away from the fault and not
 * from the idea. Said only of what enough browsers told, and of failures only where chance can hardly explain them.
 */
export function healthWarnings([original, ...others]: readonly VariationHealth[]): HealthWarning[] {
  if (!original || original.told < fewestForRate) return [];
  const told = others.filter((one) => one.told >= fewestForRate);
  const breaks = told.some(
    ({ failed, told: trials }) =>
      failed / trials >= leastFailures &&
      newcombe({ successes: original.failed, trials: original.told }, { successes: failed, trials })
        .low > 0,
  );
  const usual = original.medianLoad;
  const slow = told.some(
    ({ medianLoad }) =>
      usual !== null &&
      medianLoad !== null &&
      medianLoad >= usual + slowBy.ms &&
      medianLoad >= usual * slowBy.times,
  );
  return [...(breaks ? (['breaks'] as const) : []), ...(slow ? (['slow'] as const) : [])];
}
