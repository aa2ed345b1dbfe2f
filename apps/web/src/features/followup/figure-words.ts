import type { StepFigures } from '@plumgate/contract';
import type { SequenceStep } from '@plumgate/core/followup';

const number = (count: number) => count.toLocaleString('en-US');

/** What became of a step so far, in a few words each: `Sent 104 times`, `61 of 98 opened`. */
export function figureWords(
  { action }: Pick<SequenceStep, 'action'>,
  { waiting, done, happened, leftOut, messages }: StepFigures,
): string[] {
  const sends = action.kind === 'email' || action.kind === 'text';
  const { kept, opened, clicked, answered } = messages;
  const share = (some: number, words: string) =>
    some > 0 ? [`${number(some)} of ${number(kept)} ${words}`] : [];
  const out = leftOut.reduce((sum, { people }) => sum + people, 0);
  return [
    ...(waiting > 0
      ? [action.kind === 'wait' ? `${number(waiting)} in it` : `${number(waiting)} to come`]
      : []),
    ...(action.kind === 'wait'
      ? done > 0
        ? [`${number(happened)} did in time, ${number(done - happened)} did not`]
        : []
      : [`${sends ? 'Sent' : 'Done'} ${number(done)} ${done === 1 ? 'time' : 'times'}`]),
    ...(action.kind === 'email' ? share(opened, 'opened') : []),
    ...(sends ? [...share(clicked, 'followed a link'), ...share(answered, 'answered')] : []),
    ...(out > 0 ? [`${number(out)} left out`] : []),
  ];
}

/** How many of those who came into a sequence have reached its goal: `12 of 40 reached the goal`. */
export const goalWords = ({ people, reached }: { people: number; reached: number }): string =>
  people === 0
    ? 'nobody came into it yet'
    : `${number(reached)} of ${number(people)} reached the goal`;
