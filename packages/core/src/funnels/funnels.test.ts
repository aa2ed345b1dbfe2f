import fc from 'fast-check';
import type { PageId } from '../basics/index.ts';
import {
  copiedName,
  enoughVisitors,
  nextOf,
  retargetedSteps,
  stepName,
  stepNames,
  weakestHop,
  type Hop,
} from './index.ts';

const step = (id: string, leadsTo: string | null = null) => ({
  id: id as PageId,
  leadsTo: leadsTo as PageId | null,
});

describe('nextOf', () => {
  it.each([
    ['the one after it', [step('a'), step('b')], 0, 'b'],
    ['nowhere, from the last', [step('a'), step('b')], 1, null],
    ['the one that was chosen', [step('a', 'c'), step('b'), step('c')], 0, 'c'],
    ['back, where that was chosen', [step('a'), step('b', 'a')], 1, 'a'],
    ['the one after it, when the chosen one is gone', [step('a', 'x'), step('b')], 0, 'b'],
    ['never to itself', [step('a', 'a'), step('b')], 0, 'b'],
  ])('leads to %s', (_where, steps, index, next) => expect(nextOf(steps, index)).toBe(next));
});

describe('retargetedSteps', () => {
  it('names those that lead elsewhere after two steps change places', () => {
    const before = [step('a'), step('b'), step('c')];
    expect(retargetedSteps(before, [step('b'), step('a'), step('c')])).toEqual(['b', 'a']);
  });
  it('names the step before one that is put in, and not the new one', () => {
    expect(retargetedSteps([step('a'), step('b')], [step('a'), step('n'), step('b')])).toEqual([
      'a',
    ]);
  });
  it('names none when nothing changes', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.string({ minLength: 1 })), (ids) => {
        const steps = ids.map((id) => step(id));
        expect(retargetedSteps(steps, steps)).toEqual([]);
      }),
    );
  });
});

describe('weakestHop', () => {
  const hop = (by: Hop['by'], visitors: number, passed: number): Hop => ({ by, visitors, passed });
  it('is the one that loses most against its own benchmark, not the one with the lowest share', () => {
    expect(weakestHop([hop('form', 1020, 190), hop('booking', 190, 60)])).toBe(1);
  });
  it('is none while every hop holds up', () =>
    expect(weakestHop([hop('form', 1000, 250), hop('button', 250, 200)])).toBeNull());
  it('says nothing of a handful of visitors', () =>
    expect(weakestHop([hop('form', enoughVisitors - 1, 0)])).toBeNull());
  it('leaves out a hop that nothing carries', () => expect(weakestHop([null])).toBeNull());
});

it.each([
  [
    'Runner’s knee evening · sign-up',
    'Runner’s knee evening',
    'Back pain evening',
    'Back pain evening · sign-up',
  ],
  ['Short form', 'Runner’s knee evening', 'Back pain evening', 'Short form'],
  ['Anything', '', 'Back pain evening', 'Anything'],
])('copiedName(%j, %j, %j) is %j', (name, from, to, copied) =>
  expect(copiedName(name, from, to)).toBe(copied),
);

it('stepName never counts', () => {
  expect(stepName([], stepNames)).toBe('Thank you');
  expect(stepName(['thank you'], stepNames)).toBe('Choose a time');
  expect(stepName(stepNames, stepNames)).toBe('Next step');
});
