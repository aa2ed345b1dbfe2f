import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';
import type { Delay, SequenceStep } from './sequence.ts';

export interface PlannedStep {
  step: string;
  at: Instant;
}

/**
 * When each step of a sequence happens for somebody who joined at a moment. Minutes and hours are exact; days are local
 * calendar days in `zone`: one day after 12:30 is 12:30 the next day, across a clock change too, and "after 1 day at
 * 09:00" is the next day's 09:00. A local time that a clock change skips moves on by the skipped stretch.
 * Steps come in the order of their times; equal times keep the sequence's order.
 */
export function planRun(given: {
  steps: readonly SequenceStep[];
  joinedAt: Instant;
  zone: string;
}): PlannedStep[] {
  return given.steps
    .map((step) => ({ step: step.id, at: whenAfter(given.joinedAt, step.delay, given.zone) }))
    .sort((a, b) => Temporal.Instant.compare(a.at, b.at));
}

function whenAfter(joinedAt: Instant, delay: Delay, zone: string): Instant {
  if (delay.unit !== 'days') return joinedAt.add({ [delay.unit]: delay.amount });
  const local = joinedAt.toZonedDateTimeISO(zone).add({ days: delay.amount });
  return (delay.at ? local.withPlainTime(delay.at) : local).toInstant();
}
