import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';
import type { PlannedStep } from './plan-run.ts';
import { reachReasons, type LeftOut } from './reach.ts';

/** A step of a run as it stands; `closed` is one that failed or fell away, which nothing brings back. */
export interface RunStep {
  step: string;
  state: 'planned' | 'done' | 'left-out' | 'closed';
  at: Instant | null;
  leftOut?: LeftOut | null;
}

/** What becomes of a step when a run is planned again. */
export type StepChange =
  | { step: string; becomes: 'planned'; at: Instant; isNew: boolean }
  | { step: string; becomes: 'left-out'; because: LeftOut; isNew: boolean }
  | { step: string; becomes: 'removed' };

/**
 * What a new plan changes of a run: only steps that are not done, and of these only the ones that differ. What was sent
 * stays sent. A step that was due by `now` and counts from sign-up stays due: the worker has it in hand.
 *
 * When the event itself has moved (`eventMoved`), a step that counts from it and was done for the old time is done again
 * for the new one, where that is still to come: who was reminded of Tuesday is reminded of Friday.
 */
export function replan(
  standing: readonly RunStep[],
  plan: readonly PlannedStep[],
  now: Instant,
  countsFromEvent: (step: string) => boolean,
  eventMoved = false,
): StepChange[] {
  const changes: StepChange[] = [];
  for (const planned of plan) {
    const was = standing.find((one) => one.step === planned.step);
    if (was?.state === 'closed') continue;
    if (was?.state === 'done') {
      if (eventMoved && countsFromEvent(planned.step) && isToCome(planned, now))
        changes.push({ step: planned.step, becomes: 'planned', at: planned.at!, isNew: false });
      continue;
    }
    const inHand = was?.state === 'planned' && was.at && Temporal.Instant.compare(was.at, now) <= 0;
    if (inHand && !countsFromEvent(planned.step)) continue;
    // What could not reach them at its time is missed: anyone who allows texts again does not get all the earlier ones at once.
    if (was?.leftOut && reachReasons.includes(was.leftOut) && !isToCome(planned, now)) continue;
    const isNew = was === undefined;
    if (planned.at) {
      const same = was?.state === 'planned' && was.at && was.at.equals(planned.at);
      if (!same) changes.push({ step: planned.step, becomes: 'planned', at: planned.at, isNew });
    } else if (was?.state !== 'left-out' || was.leftOut === 'paused') {
      changes.push({ step: planned.step, becomes: 'left-out', because: planned.leftOut!, isNew });
    }
  }
  for (const was of standing) {
    if (was.state === 'planned' && !plan.some((planned) => planned.step === was.step))
      changes.push({ step: was.step, becomes: 'removed' });
  }
  return changes;
}

const isToCome = ({ at }: PlannedStep, now: Instant): boolean =>
  at !== null && Temporal.Instant.compare(at, now) > 0;
