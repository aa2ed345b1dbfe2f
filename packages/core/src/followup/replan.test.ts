import { Temporal } from 'temporal-polyfill';
import { replan, type PlannedStep, type RunStep, type StepChange } from './index.ts';

const at = (hour: number) => Temporal.Instant.from('2026-11-05T00:00:00Z').add({ hours: hour });
const planned = (step: string, hour: number | null): PlannedStep => ({
  step,
  at: hour === null ? null : at(hour),
  leftOut: hour === null ? 'late' : null,
  nominalTime: null,
});
const standing = (step: string, state: RunStep['state'], hour: number | null = null): RunStep => ({
  step,
  state,
  at: hour === null ? null : at(hour),
});
const now = 10;

it.each<[string, RunStep[], PlannedStep[], StepChange[]]>([
  ['what is the same does not change', [standing('a', 'planned', 12)], [planned('a', 12)], []],
  [
    'a waiting step gets its new time',
    [standing('a', 'planned', 12)],
    [planned('a', 15)],
    [{ step: 'a', becomes: 'planned', at: at(15), isNew: false }],
  ],
  ['what was sent stays sent', [standing('a', 'done', 5)], [planned('a', 15)], []],
  [
    'a step that the new time makes late is left out',
    [standing('a', 'planned', 12)],
    [planned('a', null)],
    [{ step: 'a', becomes: 'left-out', because: 'late', isNew: false }],
  ],
  [
    'one that was left out may come after all',
    [standing('a', 'left-out')],
    [planned('a', 20)],
    [{ step: 'a', becomes: 'planned', at: at(20), isNew: false }],
  ],
  [
    'what could not reach them and is still to come comes after all',
    [{ ...standing('a', 'left-out'), leftOut: 'no-text-consent' }],
    [planned('a', 20)],
    [{ step: 'a', becomes: 'planned', at: at(20), isNew: false }],
  ],
  [
    'what could not reach them at its time stays missed',
    [{ ...standing('a', 'left-out'), leftOut: 'no-text-consent' }],
    [planned('a', now)],
    [],
  ],
  [
    'a step that is new in the sequence is added',
    [],
    [planned('a', 20)],
    [{ step: 'a', becomes: 'planned', at: at(20), isNew: true }],
  ],
  [
    'one that is gone is removed, unless it was done',
    [standing('a', 'planned', 12), standing('b', 'done', 3)],
    [],
    [{ step: 'a', becomes: 'removed' }],
  ],
  [
    'one that is due counting from sign-up stays in the worker’s hand',
    [standing('a', 'planned', 10)],
    [planned('a', null)],
    [],
  ],
  [
    'one that is due counting back from an event that moved does not',
    [standing('event-a', 'planned', 10)],
    [planned('event-a', null)],
    [{ step: 'event-a', becomes: 'left-out', because: 'late', isNew: false }],
  ],
])('%s', (_what, was, plan, changes) =>
  expect(replan(was, plan, at(now), (step) => step.startsWith('event'))).toEqual(changes),
);

describe('when the event itself has moved', () => {
  const moved = (standing: RunStep[], plan: PlannedStep[]) =>
    replan(standing, plan, at(now), (step) => step.startsWith('event'), true);

  it('does again what was done for the old time and is still to come for the new one', () => {
    expect(moved([standing('event-a', 'done', 5)], [planned('event-a', 30)])).toEqual([
      { step: 'event-a', becomes: 'planned', at: at(30), isNew: false },
    ]);
  });

  it.each<[string, RunStep, PlannedStep]>([
    ['its new time is over, too', standing('event-a', 'done', 5), planned('event-a', 8)],
    ['the new time makes it late', standing('event-a', 'done', 5), planned('event-a', null)],
    ['it counts from sign-up', standing('a', 'done', 5), planned('a', 30)],
    ['it failed or fell away', standing('event-a', 'closed', 5), planned('event-a', 30)],
  ])('leaves it done where %s', (_what, was, plan) => expect(moved([was], [plan])).toEqual([]));
});
