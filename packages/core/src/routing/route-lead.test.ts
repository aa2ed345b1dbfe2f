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
  ...{ bookings: [], runs: [], messages: [], behavior: [] },
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
      ...{ tags: ['first-visit', 'nervous'], untags: [], assignee: id(7), stage: null },
      ...{ value: null, fields: {}, stops: [], notifyTexts: [] },
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

describe('the actions of rules', () => {
  const of = (...actions: Rule['actions']) => rule(5, { actions });
  const planOf = (actions: Rule['actions'], changes: Partial<Facts> = {}) =>
    routeLead([of(...actions)], { ...facts, ...changes });

  it('take a tag back that an earlier one gave, and give one that an earlier one took', () => {
    const [give, take] = [
      { kind: 'tag', tag: 'hot' },
      { kind: 'untag', tag: 'hot' },
    ] as const;
    expect(planOf([give, take])).toMatchObject({ tags: [], untags: ['hot'] });
    expect(planOf([take, give])).toMatchObject({ tags: ['hot'], untags: [] });
  });

  it('start and stop sequences, the last one wins', () => {
    const [start, stop] = [
      { kind: 'start', sequence: id<never>(8) },
      { kind: 'stop', sequence: id<never>(8) },
    ] as const;
    expect(planOf([start, stop])).toMatchObject({ sequences: [], stops: [id(8)] });
    expect(planOf([stop, start])).toMatchObject({ sequences: [id(8)], stops: [] });
  });

  it('set the value, fields and whom to text', () => {
    const plan = planOf([
      { kind: 'value', units: 1200 },
      { kind: 'field', field: 'roof_age', typed: '12' },
      { kind: 'text', phone: '(207) 555-0188' },
    ]);
    expect(plan).toMatchObject({
      ...{ value: 1200, fields: { roof_age: '12' }, notifyTexts: ['(207) 555-0188'] },
    });
  });

  it('leave a lead with whoever looks after them, where they say so', () => {
    const keeping = { kind: 'assign', to: id<never>(6), keeps: true } as const;
    expect(planOf([keeping]).assignee).toBe(id(6));
    expect(planOf([keeping], { assignee: id(7) }).assignee).toBeNull();
    const turns = { kind: 'turns', among: [{ to: id<never>(6), weight: 1 }], keeps: true } as const;
    expect(planOf([turns as never], { assignee: id(7) }).assignee).toBeNull();
  });

  it('give leads in turn as they are told whose it is, and nobody’s where none is there', () => {
    const turns = { kind: 'turns', among: [{ to: id<never>(6), weight: 1 }] } as const;
    const asked: unknown[] = [];
    const pick = (to: number | null) => (rule: never, among: unknown) => {
      asked.push([rule, among]);
      return to && id<never>(to);
    };
    const routed = (to: number | null) =>
      routeLead([of(turns as never)], facts, pick(to) as never).assignee;
    expect([routed(6), routed(null)]).toEqual([id(6), null]);
    expect(asked[0]).toEqual([id(5), turns.among]);
  });
});

it('does not ask the rules after one that stops', () => {
  const plan = routeLead(
    [
      rule(5, { conditions: all(page(9)), stops: true }),
      rule(6, { stops: true, actions: [{ kind: 'tag', tag: 'first' }] }),
      rule(7, { actions: [{ kind: 'tag', tag: 'second' }] }),
    ],
    facts,
  );
  expect(plan.tags).toEqual(['first']);
  expect(plan.missed.map(({ id, stoppedBy }) => [id, stoppedBy])).toEqual([
    [id(5), undefined],
    [id(7), 'Rule 6'],
  ]);
  expect(missedWords(plan.missed[1]!, () => '')).toBe('“Rule 6” came before it and stops there.');
});

it('matches whoever a trigger names where nothing more is asked', () => {
  const trigger = { kind: 'came', calendar: null } as const;
  const plan = routeLead(
    [rule(5, { conditions: all(), trigger }), rule(6, { conditions: all() })],
    {
      ...facts,
    },
  );
  expect(plan.matched.map((one) => one.name)).toEqual(['Rule 5']);
});
