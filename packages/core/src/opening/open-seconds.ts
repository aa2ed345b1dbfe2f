import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';
import { openStretches } from './open-stretches.ts';
import type { Hours } from './hours.ts';

/**
 * How many seconds of opening hours lie between two moments. Without any hours somebody is always there, as for
 * `promisedBy`, and every second counts. What lies more than 400 days apart is counted up to there.
 */
export function openSeconds(from: Instant, until: Instant, hours: Hours): number {
  const whole = Math.max(0, from.until(until).total('seconds'));
  if (hours.week.every((spans) => spans.length === 0)) return whole;
  let seconds = 0;
  for (const { opens, closes } of openStretches(from, hours, 400)) {
    if (Temporal.Instant.compare(opens, until) >= 0) break;
    const end = Temporal.Instant.compare(closes, until) < 0 ? closes : until;
    seconds += opens.until(end).total('seconds');
  }
  return seconds;
}
