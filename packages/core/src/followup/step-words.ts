import { minuteOf, wallClock, weekdayIn } from '../opening/index.ts';
import type { Delay, SequenceStep, StepAction } from './sequence.ts';
import { stepKinds } from './step-kinds.ts';

/** When a step happens, as people say it: "at once", "2 days before, at 9:00 AM", "1 day after the event". */
export function stepWhenWords(step: Pick<SequenceStep, 'anchor' | 'side' | 'delay'>): string {
  const { amount, unit, at, weekday } = step.delay;
  const day = weekday === undefined ? '' : `, on a ${weekdayIn('en', weekday - 1)}`;
  const atTime = at ? `, at ${wallClock(minuteOf(at), 'en-US')}` : '';
  const clock = `${day}${atTime}`;
  if (step.anchor === 'joined') {
    if (amount === 0 && weekday !== undefined)
      return `on the next ${weekdayIn('en', weekday - 1)}${atTime}`;
    if (amount === 0) return at ? `the same day${clock}` : 'at once';
    return `after ${span(step.delay)}${clock}`;
  }
  if (amount === 0) return unit === 'days' && at ? `on the day${clock}` : 'as the event begins';
  return `${span(step.delay)} ${step.side === 'before' ? 'before' : 'after'}${clock}`;
}

const span = ({ amount, unit }: Delay) => {
  const words = unit.replace('-', ' ');
  return `${amount} ${amount === 1 ? words.slice(0, -1) : words}`;
};

/** What a step does, with its own words where it has some. `named` is what that is called which it names: a sequence, a stage. */
export const actionWords = (action: StepAction, named = ''): string =>
  (stepKinds[action.kind].words as (action: StepAction, named: string) => string)(action, named);
