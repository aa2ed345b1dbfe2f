import { withHandOver, type RuleContent } from './index.ts';

const id = <Id>(n: number) => `00000000-0000-4000-8000-00000000000${n}` as Id;
const turn = (n: number, weight = 1) => ({ to: id<never>(n), weight });
const rule = (...actions: RuleContent['actions']): RuleContent => ({
  ...{ name: 'Rule', conditions: { match: 'all', terms: [] }, actions },
});
const after = (to: number | null, ...actions: RuleContent['actions']) =>
  withHandOver(rule(...actions), id<never>(1), to === null ? null : id<never>(to)).actions;

it('puts another in their place, once, with their share', () => {
  const assign = { kind: 'assign', to: id<never>(1) } as const;
  const turns = { kind: 'turns', among: [turn(1, 3), turn(2)] } as const;
  expect(after(3, assign, turns as never)).toEqual([
    { kind: 'assign', to: id(3) },
    { kind: 'turns', among: [turn(3, 3), turn(2)] },
  ]);
  expect(after(2, turns as never)).toEqual([{ kind: 'turns', among: [turn(2)] }]);
});

it('takes the action away where nobody takes it over', () => {
  const tag = { kind: 'tag', tag: 'new' } as const;
  const alone = { kind: 'turns', among: [turn(1)] } as const;
  expect(after(null, tag, { kind: 'assign', to: id<never>(1) }, alone as never)).toEqual([tag]);
});
