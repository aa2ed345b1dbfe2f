import { noConditions } from '@plumgate/core/conditions';
import {
  actionWords,
  type SequenceContent,
  type SequenceStep,
  type StepAction,
} from '@plumgate/core/followup';
import { newAction } from './step-parts.tsx';

export const newStepId = (): string => crypto.randomUUID().slice(0, 13);

/** A new step: an email a day away. */
export function newStep(anchor: SequenceStep['anchor'], side: SequenceStep['side']): SequenceStep {
  return {
    id: newStepId(),
    anchor,
    side,
    delay: { amount: 1, unit: 'days', at: '09:00' },
    late: 'skip',
    unlessBooked: false,
    onlyIf: noConditions,
    action: newAction('email', []),
  };
}

/** What a step does; the sequence that it starts by its name. */
export const stepName = (action: StepAction, others: { id: string; name: string }[]): string =>
  actionWords(
    action,
    action.kind === 'start'
      ? (others.find((one) => one.id === action.sequence)?.name ?? 'a sequence that is gone')
      : '',
  );

const inMinutes = { minutes: 1, hours: 60, days: 1440 };
const distance = ({ delay }: SequenceStep) => delay.amount * inMinutes[delay.unit];

/** The steps on one stretch of the ruler in the order of time: from sign-up, before the event, or after it. */
export const stepsOn = (
  { steps }: SequenceContent,
  anchor: SequenceStep['anchor'],
  side: SequenceStep['side'],
): SequenceStep[] =>
  steps
    .filter((step) => step.anchor === anchor && step.side === side)
    .sort((a, b) => (side === 'before' ? distance(b) - distance(a) : distance(a) - distance(b)));
