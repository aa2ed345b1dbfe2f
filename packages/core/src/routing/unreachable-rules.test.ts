import type { Term } from '../conditions/index.ts';
import { unreachableRules, type Rule } from './index.ts';

const id = <Id>(n: number) => `00000000-0000-4000-8000-00000000000${n}` as Id;
const places = [
  { form: id<never>(1), page: id<never>(3), funnel: id<never>(5) },
  { form: id<never>(2), page: id<never>(4), funnel: id<never>(5) },
];
const rule = (name: string, terms: Term[], stops = false): Rule => ({
  ...{ id: name as never, name, conditions: { match: 'all', terms }, actions: [] },
  ...(stops && { stops }),
});
const found = (...rules: Rule[]) => Object.fromEntries(unreachableRules(rules, places));
const form = (n: number): Term => ({ about: 'form', is: id(n) });
const funnel: Term = { about: 'funnel', is: id(5) };
const ads: Term = { about: 'source', is: 'Search ads' };

it('names those that ask nothing, and those of a place that there is not', () =>
  expect(found(rule('a', []), rule('b', [form(9)]), rule('c', [form(1), ads]))).toEqual({
    a: { kind: 'asks-nothing' },
    b: { kind: 'never' },
  }));

it('names those whose conditions exclude each other', () =>
  expect(found(rule('a', [ads, { ...ads, not: true }]), rule('b', [form(1), form(2)]))).toEqual({
    a: { kind: 'never' },
    b: { kind: 'never' },
  }));

it('names those that an earlier one hides, where that is certain', () => {
  const all = rule('all', [funnel], true);
  expect(found(all, rule('a', [form(1), ads]))).toEqual({ a: { kind: 'hidden', by: 'all' } });
  expect(found(rule('a', [form(1), ads]), all)).toEqual({});
  // It stops for some of its leads only.
  expect(found(rule('some', [funnel, ads], true), rule('a', [form(1)]))).toEqual({});
  expect(found(rule('other', [form(2)], true), rule('a', [form(1)]))).toEqual({});
  expect(found(rule('same', [ads], true), rule('a', [ads]))).toEqual({
    a: { kind: 'hidden', by: 'same' },
  });
  // One that goes on hides nothing, and one that can't match neither.
  expect(found(rule('on', [funnel]), rule('a', [form(1)]))).toEqual({});
});

it('leaves alone those that wait for what somebody does, which hide nothing', () => {
  const waits = { trigger: { kind: 'saw', page: id<never>(9) } } as const;
  const stopping = { ...rule('seen', [], true), ...waits };
  expect(found(stopping, rule('a', [form(1)]))).toEqual({});
  const both = { ...rule('both', [ads, { ...ads, not: true }]), ...waits };
  expect(found(both)).toEqual({ both: { kind: 'never' } });
});
