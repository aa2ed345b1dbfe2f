import fc from 'fast-check';
import type { PageId } from '../basics/index.ts';
import {
  biggestDropOff,
  copiedName,
  hopBenchmark,
  nextOf,
  retargetedSteps,
  stepName,
  stepNames,
  type DropOff,
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

describe('hopBenchmark', () => {
  it.each([
    ['its own past, where enough came', { visitors: 50, passed: 10 }, 0.3, 0.2, 'own-past'],
    ['the others, where too few came before', { visitors: 49, passed: 40 }, 0.3, 0.3, 'others'],
    ['a rule of thumb otherwise', { visitors: 0, passed: 0 }, null, 0.2, 'rule'],
  ])('is %s', (_, before, others, value, origin) =>
    expect(hopBenchmark('form', before, others)).toEqual({ value, origin }),
  );
});

describe('biggestDropOff', () => {
  const hop = (visitors: number, passed: number, value: number): Hop => ({
    ...{ by: 'form', visitors, passed },
    benchmark: { value, origin: 'rule' },
  });
  it.each<[string, (Hop | null)[], DropOff]>([
    [
      'the one that loses most against its own benchmark, not the one with the lowest share',
      [hop(1020, 160, 0.2), hop(190, 60, 0.6)],
      { index: 1 },
    ],
    ['none of one hop alone', [hop(1000, 10, 0.2), null], { none: 'one-hop' }],
    [
      'none while every hop holds up',
      [hop(1000, 250, 0.2), hop(250, 200, 0.5)],
      { none: 'no-difference' },
    ],
    // 16% of 100, where 20% is usual: the interval goes from 10% to 24%.
    [
      'none that chance could have brought',
      [hop(100, 16, 0.2), hop(60, 50, 0.6)],
      { none: 'no-difference' },
    ],
    ['none of a handful of visitors', [hop(49, 0, 0.2), hop(0, 0, 0.2)], { none: 'too-few' }],
    [
      'where more went on than came, as by another way',
      [hop(60, 90, 0.2), hop(90, 18, 0.2)],
      { none: 'no-difference' },
    ],
  ])('is %s', (_, hops, dropOff) => expect(biggestDropOff(hops)).toEqual(dropOff));
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
