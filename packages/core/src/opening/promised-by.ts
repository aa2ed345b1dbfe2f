import type { Instant } from '../basics/index.ts';
import type { Hours } from './hours.ts';
import { openStretches } from './open-stretches.ts';

/** A week without hours is one in which somebody is always there; a promise of more open hours than this is not read on. */
const mostDays = 60;

/**
 * By when somebody who wrote at `at` is to be answered, when that is promised within so many minutes of opening hours.
 * Written on Saturday night with 60 minutes, and open on Monday from 09:00: Monday, 10:00, or
 * Tuesday where Monday is a holiday. With no hours at all the minutes run by the clock.
 */
export function promisedBy(at: Instant, minutes: number, hours: Hours): Instant {
  if (hours.week.every((spans) => spans.length === 0))
    return at.add({ seconds: Math.round(minutes * 60) });
  let left = minutes;
  for (const { opens, closes } of openStretches(at, hours, mostDays)) {
    const open = opens.until(closes).total('minutes');
    if (open >= left) return opens.add({ seconds: Math.round(left * 60) });
    left -= open;
  }
  return at.add({ hours: 24 * mostDays });
}
