import {
  emptySequence,
  SequenceContent,
  stepKinds,
  type StepAction,
} from '@plumgate/core/followup';
import { newAction } from './step-parts.tsx';
import { newStep, stepName } from './steps.ts';

const other = { id: '00000000-0000-4000-8000-000000000001', name: 'Gentle welcome' };
const choices = {
  ...{ stage: [other], user: [other] },
  fields: [{ key: 'roof_age', name: 'Roof age', type: 'number' as const, options: [] }],
};
const kinds = Object.keys(stepKinds) as StepAction['kind'][];

it.each(kinds)('a new step that does %s is whole at once', (kind) => {
  const content = {
    ...emptySequence('New'),
    steps: [{ ...newStep('joined', 'after'), action: newAction(kind, [other], choices) }],
  };
  expect(SequenceContent.safeParse(content).error).toBeUndefined();
});

it('begins a step before the event only with an event to count from', () => {
  const content = { ...emptySequence('New'), steps: [newStep('event', 'before')] };
  expect(SequenceContent.safeParse(content).success).toBe(false);
  expect(
    SequenceContent.safeParse({
      ...content,
      event: { kind: 'booking', calendar: null, each: true },
    }).success,
  ).toBe(true);
});

it('names the stage, the user and the field that a step names', () => {
  const named = (kind: StepAction['kind']) => stepName(newAction(kind, [], choices), [], choices);
  expect(['stage', 'assign', 'field'].map((kind) => named(kind as StepAction['kind']))).toEqual([
    ...['Move to the stage “Gentle welcome”', 'Assign to Gentle welcome', 'Set Roof age to new'],
  ]);
});

it('names the sequence that a step starts, also when it is gone', () => {
  const start = newAction('start', [other], null);
  expect(stepName(start, [other])).toBe('Start Gentle welcome');
  expect(stepName(start, [])).toBe('Start a sequence that is gone');
});
