import { Temporal } from 'temporal-polyfill';
import type { Conditions, Facts, Term, TermGroup } from '../conditions/index.ts';
import { missedWords, routeLead, type Rule } from './index.ts';

const id = <Id>(n: number) => `00000000-0000-4000-8000-00000000000${n}` as Id;
const at = Temporal.Instant.from('2026-11-05T14:12:00Z');
const facts: Facts = {
  ...{ now: at, zone: 'America/New_York', isOpen: true, addedAt: at, lastSeenAt: at },
  ...{
    contact: 'ana',
    tags: [],
    town: '',
    assignee: null,
    stage: null,
    value: null,
    isWaiting: true,
    isNew: true,
  },
  ...{ firstSource: 'Search ads', lastSource: 'Search ads', fields: {}, consents: [] },
  submissions: [{ form: id(1), page: id(2), funnel: id(3), answers: {} }],
  ...{ bookings: [], runs: [], messages: [] },
};
const all = (...terms: (Term | TermGroup)[]): Conditions => ({ match: 'all', terms });
const form = (n: number): Term => ({ about: 'form', is: id(n) });
const page = (n: number): Term => ({ about: 'page', is: id(n) });
const rule = (n: number, changes: Partial<Rule>): Rule => ({
  id: id(n),
  name: `Rule ${n}`,
  conditions: all(form(1)),
  actions: [],
  ...changes,
});

describe('routeLead', () => {
  it.each<[string, Conditions, boolean]>([
    ['its form', all(form(1)), true],
    ['another form', all(form(9)), false],
    ['all of two', all(form(1), { about: 'source', is: 'Search ads' }), true],
    ['all of two, one not', all(form(1), { about: 'source', is: 'Direct' }), false],
    ['any of two, one not', { match: 'any', terms: [form(9), page(2)] }, true],
    ['none of two', { match: 'none', terms: [form(9), page(9)] }, true],
    ['no condition at all', all(), false],
    ['any of none', { match: 'any', terms: [] }, false],
    ['groups that ask nothing', all({ match: 'any', terms: [] }), false],
  ])('a rule on %s', (_what, conditions, isMatched) => {
    expect(routeLead([rule(5, { conditions })], facts).matched.length === 1).toBe(isMatched);
  });

  it('adds up what the rules do, each once, in their order; the last to give wins', () => {
    const plan = routeLead(
      [
        rule(5, {
          actions: [
            { kind: 'tag', tag: 'first-visit' },
            { kind: 'assign', to: id(6) },
            { kind: 'start', sequence: id(8) },
          ],
        }),
        rule(6, {
          actions: [
            { kind: 'tag', tag: 'first-visit' },
            { kind: 'tag', tag: 'nervous' },
            { kind: 'assign', to: id(7) },
            { kind: 'start', sequence: id(8) },
            { kind: 'notify', email: 'desk@example.com' },
            { kind: 'task', text: 'Call', inDays: 1 },
          ],
        }),
        rule(7, { conditions: all(page(9)), actions: [{ kind: 'tag', tag: 'never' }] }),
      ],
      facts,
    );
    expect(plan).toEqual({
      matched: [
        { id: id(5), name: 'Rule 5' },
        { id: id(6), name: 'Rule 6' },
      ],
      missed: [{ id: id(7), name: 'Rule 7', matches: 'all', failed: [page(9)] }],
      tags: ['first-visit', 'nervous'],
      assignee: id(7),
      stage: null,
      tasks: [{ text: 'Call', inDays: 1 }],
      sequences: [id(8)],
      notify: ['desk@example.com'],
    });
  });

  it('lets a rule find what earlier ones gave', () => {
    const tagged = all({ about: 'tag', is: 'nervous' }, { about: 'assignee', is: id(6) });
    const after = rule(6, { conditions: tagged });
    const before = rule(5, {
      actions: [
        { kind: 'tag', tag: 'nervous' },
        { kind: 'assign', to: id(6) },
      ],
    });
    const matchedOf = (rules: Rule[]) => routeLead(rules, facts).matched.map((one) => one.name);
    expect(matchedOf([before, after])).toEqual(['Rule 5', 'Rule 6']);
    expect(matchedOf([after, before])).toEqual(['Rule 5']);
  });
});

describe('why a rule did not match', () => {
  const named: Record<string, string> = { [id<string>(9)]: 'Evening', [id<string>(8)]: 'Spring' };
  const names = (_kind: string, of: string) => named[of] ?? of;
  it.each<[string, Conditions, string]>([
    [
      'one condition of two',
      all(form(1), page(9)),
      'It is only for leads who wrote on the page “Evening”.',
    ],
    [
      'both of two',
      all({ about: 'source', is: 'Direct' }, page(9)),
      'It is only for leads from Direct, who wrote on the page “Evening”.',
    ],
    [
      'any of two',
      { match: 'any', terms: [page(9), { about: 'funnel', is: id(8) }] },
      'It is only for leads who wrote on the page “Evening” or who came through the funnel “Spring”.',
    ],
    [
      'none of one that holds',
      { match: 'none', terms: [{ about: 'source', is: 'Search ads' }] },
      'It is only for leads not from Search ads.',
    ],
    ['no condition', all(), 'It has no conditions, so it matches nobody.'],
  ])('%s', (_what, conditions, words) => {
    const [missed] = routeLead([rule(5, { conditions })], facts).missed;
    expect(missedWords(missed!, names)).toBe(words);
  });
});
