import type { ConditionChoices } from '@plumgate/contract';
import { noConditions } from '@plumgate/core/conditions';
import {
  actionWords,
  type Lane,
  type SequenceContent,
  type SequenceStep,
  type StepAction,
} from '@plumgate/core/followup';
import { fillOrKeep, type MergeContext } from '@plumgate/core/messages';
import { newAction } from './step-parts.tsx';

export const newStepId = (): string => crypto.randomUUID().slice(0, 13);

/** A new step: an email a day away. */
export function newStep(
  anchor: SequenceStep['anchor'],
  side: SequenceStep['side'],
  lane?: Lane,
): SequenceStep {
  return {
    id: newStepId(),
    ...(lane && { lane }),
    anchor,
    side,
    delay: { amount: 1, unit: 'days', at: '09:00' },
    late: 'skip',
    unlessBooked: false,
    onlyIf: noConditions,
    action: newAction('email', [], null),
  };
}

type Named = readonly { id: string; name: string }[];
type StepChoices = Pick<ConditionChoices, 'stage' | 'user' | 'fields'>;

/** What a step does, with the merge fields of its message filled for somebody. */
export const filledStepName = (
  action: StepAction,
  fields: MergeContext,
  others: Named,
  choices?: StepChoices,
): string => stepName(filledAction(action, fields), others, choices);

const filledAction = (action: StepAction, fields: MergeContext): StepAction => {
  if (action.kind === 'email') return { ...action, subject: fillOrKeep(action.subject, fields) };
  if (action.kind === 'text') return { ...action, body: fillOrKeep(action.body, fields) };
  return action;
};

/** What a step does; the sequence, stage or user that it names by its name, as far as `choices` are known. */
export function stepName(action: StepAction, others: Named, choices?: StepChoices): string {
  const nameIn = (among: Named | undefined, id: string) =>
    among?.find((one) => one.id === id)?.name ?? '';
  switch (action.kind) {
    case 'start':
      return actionWords(action, nameIn(others, action.sequence) || 'a sequence that is gone');
    case 'stage':
      return actionWords(action, nameIn(choices?.stage, action.to));
    case 'assign':
      return actionWords(action, nameIn(choices?.user, action.to));
    case 'field':
      return actionWords(action, choices?.fields.find(({ key }) => key === action.field)?.name);
    default:
      return actionWords(action);
  }
}

/** About: an open hour of a week of forty is as far as four of the clock. */
const inMinutes = {
  ...{ minutes: 1, hours: 60, days: 1440 },
  ...{ 'business-hours': 240, 'business-days': 1441 },
};
const distance = ({ delay }: SequenceStep) => delay.amount * inMinutes[delay.unit];

/** The steps on one stretch of the ruler in the order of time: from sign-up, before the event, or after it. */
export const stepsOn = (
  { steps }: SequenceContent,
  anchor: SequenceStep['anchor'],
  side: SequenceStep['side'],
): SequenceStep[] =>
  steps
    .filter((step) => !step.lane && step.anchor === anchor && step.side === side)
    .sort((a, b) => (side === 'before' ? distance(b) - distance(a) : distance(a) - distance(b)));

/** The steps of a lane: those that count from its beginning in the order of time, then those that count from the event. */
export const stepsInLane = ({ steps }: SequenceContent, { wait, way }: Lane): SequenceStep[] =>
  steps
    .filter(({ lane }) => lane?.wait === wait && lane.way === way)
    .sort((a, b) => placeInLane(a) - placeInLane(b));

/** How far along a lane a step lies, in minutes; the event is further away than anything before it. */
function placeInLane(step: SequenceStep): number {
  const event = 1e9;
  if (step.anchor === 'joined') return distance(step);
  return step.side === 'before' ? event - distance(step) : event + distance(step);
}

/** A sequence without a step, and without what is in its lanes. */
export function withoutStep(content: SequenceContent, id: string): SequenceContent {
  const inLanes = content.steps.filter(({ lane }) => lane?.wait === id).map((step) => step.id);
  const rest = inLanes.reduce(withoutStep, content);
  return { ...rest, steps: rest.steps.filter((step) => step.id !== id) };
}

/** How many lanes deep a step lies. */
export const deepness = (content: SequenceContent, step: SequenceStep): number => {
  const wait = step.lane && content.steps.find(({ id }) => id === step.lane!.wait);
  return wait ? 1 + deepness(content, wait) : 0;
};
