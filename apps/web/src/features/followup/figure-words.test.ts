import type { StepFigures } from '@plumgate/contract';
import { emailFromText } from '@plumgate/core/emails';
import type { StepAction } from '@plumgate/core/followup';
import { figureWords, goalWords } from './figure-words.ts';

const email: StepAction = { kind: 'email', ...emailFromText({ subject: 'S', body: 'B' }) };
const wait: StepAction = {
  ...{ kind: 'wait', until: { when: 'replied' }, atMost: { amount: 2, unit: 'days' } },
};
const figures = (changes: Partial<StepFigures>): StepFigures => ({
  ...{ waiting: 0, done: 0, happened: 0, leftOut: [] },
  messages: { kept: 0, opened: 0, clicked: 0, answered: 0 },
  ...changes,
});

it.each<[StepAction, Partial<StepFigures>, string]>([
  [email, {}, 'Sent 0 times'],
  [
    email,
    {
      ...{ waiting: 3, done: 1204, leftOut: [{ reason: 'late', people: 7 }] },
      messages: { kept: 98, opened: 61, clicked: 20, answered: 1 },
    },
    '3 to come · Sent 1,204 times · 61 of 98 opened · 20 of 98 followed a link · 1 of 98 answered · 7 left out',
  ],
  [{ kind: 'tag', tag: 'x' }, { done: 1 }, 'Done 1 time'],
  [wait, { waiting: 2, done: 10, happened: 4 }, '2 in it · 4 did in time, 6 did not'],
  [wait, {}, ''],
])('says what became of a step: %#', (action, changes, words) =>
  expect(figureWords({ action }, figures(changes)).join(' · ')).toBe(words),
);

it('says how many reached the goal', () => {
  expect(goalWords({ people: 1200, reached: 12 })).toBe('12 of 1,200 reached the goal');
  expect(goalWords({ people: 0, reached: 0 })).toBe('nobody came into it yet');
});
