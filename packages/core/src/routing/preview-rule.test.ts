import type { Term } from '../conditions/index.ts';
import { previewRule, type PastLead } from './index.ts';

const id = <Id>(n: number) => `00000000-0000-4000-8000-00000000000${n}` as Id;
const lead = (n: number, changes: Partial<PastLead> = {}): PastLead => ({
  submission: id(n),
  person: id(n),
  form: id(1),
  page: id(2),
  funnel: id(3),
  isMatched: true,
  ...changes,
});
const elsewhere = { form: id<never>(4), page: id<never>(5), funnel: id<never>(6) };
const leads = [lead(1), lead(2), lead(3, elsewhere)];
const ads: Term = { about: 'source', is: 'Search ads' };
const preview = (...terms: Term[]) => previewRule({ match: 'all', terms }, leads);

it.each<[string, Term[], number]>([
  ['its own form', [{ about: 'form', is: id(1) }], 1],
  ['its own funnel', [{ about: 'funnel', is: id(3) }, ads], 1],
  [
    'both funnels by a page each',
    [
      { about: 'page', is: id(2) },
      { about: 'page', is: id(5) },
    ],
    0,
  ],
  ['a source alone names no campaign: all of it is others’', [ads], 3],
  ['a form that is left out is not its own', [{ about: 'form', is: id(1), not: true }], 3],
])('%s', (_what, terms, others) => {
  expect(preview(...terms).others).toBe(others);
});

it('counts those that were matched only', () => {
  const seen = previewRule({ match: 'all', terms: [ads] }, [
    lead(1),
    lead(2, { isMatched: false }),
  ]);
  expect([seen.matched, seen.leads]).toEqual([[id(1)], 2]);
});

it('tells from which pages, the most first', () => {
  const seen = preview({ about: 'form', is: id(1) }, { about: 'form', is: id(4) });
  expect(seen.pages).toEqual([
    { page: id(2), funnel: id(3), leads: 2, own: true },
    { page: id(5), funnel: id(6), leads: 1, own: true },
  ]);
});

it('counts somebody who sent two forms once', () => {
  const again = lead(4, { person: id(1), page: id(5) });
  const only = [lead(1), lead(2), lead(3, { ...elsewhere, isMatched: false })];
  const seen = previewRule({ match: 'all', terms: [{ about: 'funnel', is: id(3) }] }, [
    again,
    ...only,
  ]);
  expect([seen.matched, seen.leads]).toEqual([[id(4), id(2)], 3]);
  expect(seen.pages).toEqual([
    { page: id(2), funnel: id(3), leads: 2, own: true },
    { page: id(5), funnel: id(3), leads: 1, own: true },
  ]);
});
