import type { ClientId } from '@plumgate/core/basics';
import type { SequenceContent } from '@plumgate/core/followup';
import { copiedSteps, copySteps, withCopies } from './copied-steps.ts';
import { newStep } from './steps.ts';

const client = 'a' as ClientId;
const steps = [newStep('joined', 'after'), newStep('event', 'before')];
const content = (kind: 'none' | 'booking') =>
  ({ event: { kind }, steps: [newStep('joined', 'after')] }) as unknown as SequenceContent;
let count = 0;
const newId = () => `new-${++count}`;
afterEach(() => localStorage.clear());

it('copies have their times and ids of their own', () => {
  const { content: after, left } = withCopies(content('booking'), steps, newId);
  expect([after.steps.length, left]).toEqual([3, 0]);
  expect(new Set(after.steps.map(({ id }) => id)).size).toBe(3);
  expect(after.steps[2]).toMatchObject({ anchor: 'event', delay: steps[1]!.delay });
});

it('what counts from an event is left out where there is none', () =>
  expect(withCopies(content('none'), steps, newId)).toMatchObject({
    content: { steps: [{}, { anchor: 'joined' }] },
    left: 1,
  }));

it('is carried within a client alone', () => {
  copySteps({ clientId: client, steps });
  expect(copiedSteps(client)).toEqual(steps);
  expect(copiedSteps('b' as ClientId)).toEqual([]);
});
