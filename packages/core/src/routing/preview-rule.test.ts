import { previewRule, type Condition, type PastLead } from './index.ts';

const id = <Id>(n: number) => `00000000-0000-4000-8000-00000000000${n}` as Id;
const lead = (n: number, changes: Partial<PastLead> = {}): PastLead => ({
  submission: id(n),
  person: id(n),
  form: id(1),
  page: id(2),
  funnel: id(3),
  source: 'Search ads',
  ...changes,
});
const elsewhere = { form: id<never>(4), page: id<never>(5), funnel: id<never>(6) };
const leads = [lead(1), lead(2, { source: 'Direct' }), lead(3, elsewhere)];
const preview = (conditions: Condition[], joint: 'all' | 'any' = 'all') =>
  previewRule({ matches: joint, conditions }, leads);

it.each<[string, Condition[], 'all' | 'any', number, number]>([
  ['its own form only', [{ about: 'form', is: id(1) }], 'all', 2, 0],
  [
    'its own funnel and a source',
    [
      { about: 'funnel', is: id(3) },
      { about: 'source', is: 'Direct' },
    ],
    'all',
    1,
    0,
  ],
  [
    'a source alone names no campaign: all of it is others’',
    [{ about: 'source', is: 'Search ads' }],
    'all',
    2,
    2,
  ],
  [
    'any of a page and a source sweeps in others',
    [
      { about: 'page', is: id(2) },
      { about: 'source', is: 'Search ads' },
    ],
    'any',
    3,
    1,
  ],
  ['no condition meets nobody', [], 'any', 0, 0],
])('%s', (_what, conditions, joint, matched, others) => {
  const seen = preview(conditions, joint);
  expect([seen.matched.length, seen.others]).toEqual([matched, others]);
});

it('tells from which pages, the most first', () => {
  const seen = preview(
    [
      { about: 'form', is: id(1) },
      { about: 'form', is: id(4) },
    ],
    'any',
  );
  expect(seen.pages).toEqual([
    { page: id(2), funnel: id(3), leads: 2, own: true },
    { page: id(5), funnel: id(6), leads: 1, own: true },
  ]);
});

it('counts somebody who sent two forms once', () => {
  const again = lead(4, { person: id(1), page: id(5), source: 'Direct' });
  const seen = previewRule({ matches: 'all', conditions: [{ about: 'funnel', is: id(3) }] }, [
    again,
    ...leads,
  ]);
  expect([seen.matched, seen.leads]).toEqual([[id(4), id(2)], 3]);
  expect(seen.pages).toEqual([
    { page: id(2), funnel: id(3), leads: 2, own: true },
    { page: id(5), funnel: id(3), leads: 1, own: true },
  ]);
});
