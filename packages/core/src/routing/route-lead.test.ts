import { missedWords, routeLead, type Arrival, type Condition, type Rule } from './index.ts';

const id = <Id>(n: number) => `00000000-0000-4000-8000-00000000000${n}` as Id;
const arrival: Arrival = { form: id(1), page: id(2), funnel: id(3), source: 'Search ads' };
const rule = (n: number, changes: Partial<Rule>): Rule => ({
  id: id(n),
  name: `Rule ${n}`,
  matches: 'all',
  conditions: [{ about: 'form', is: id(1) }],
  actions: [],
  ...changes,
});

describe('routeLead', () => {
  it.each<[string, Partial<Rule>, boolean]>([
    ['its form', {}, true],
    ['another form', { conditions: [{ about: 'form', is: id(9) }] }, false],
    [
      'all of two',
      {
        conditions: [
          { about: 'form', is: id(1) },
          { about: 'source', is: 'Search ads' },
        ],
      },
      true,
    ],
    [
      'all of two, one not',
      {
        conditions: [
          { about: 'form', is: id(1) },
          { about: 'source', is: 'Direct' },
        ],
      },
      false,
    ],
    [
      'any of two, one not',
      {
        matches: 'any',
        conditions: [
          { about: 'form', is: id(9) },
          { about: 'funnel', is: id(3) },
        ],
      },
      true,
    ],
    ['no condition at all', { conditions: [] }, false],
    ['any of none', { matches: 'any', conditions: [] }, false],
  ])('a rule on %s', (_what, changes, isMatched) => {
    expect(routeLead([rule(5, changes)], arrival).matched.length === 1).toBe(isMatched);
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
          ],
        }),
        rule(7, {
          conditions: [{ about: 'page', is: id(9) }],
          actions: [{ kind: 'tag', tag: 'never' }],
        }),
      ],
      arrival,
    );
    expect(plan).toEqual({
      matched: [
        { id: id(5), name: 'Rule 5' },
        { id: id(6), name: 'Rule 6' },
      ],
      missed: [
        {
          id: id(7),
          name: 'Rule 7',
          matches: 'all',
          failed: [{ about: 'page', is: id(9) }],
        },
      ],
      tags: ['first-visit', 'nervous'],
      assignee: id(7),
      sequences: [id(8)],
      notify: ['desk@example.com'],
    });
  });
});

describe('why a rule did not match', () => {
  const names: Record<string, string> = { [id<string>(9)]: 'Evening', [id<string>(8)]: 'Spring' };
  const nameOf = ({ is }: Condition) => names[is] ?? is;
  it.each<[string, Partial<Rule>, string]>([
    [
      'one condition of two',
      {
        conditions: [
          { about: 'form', is: id(1) },
          { about: 'page', is: id(9) },
        ],
      },
      'It was not from the page “Evening”.',
    ],
    [
      'both of two',
      {
        conditions: [
          { about: 'source', is: 'Direct' },
          { about: 'page', is: id(9) },
        ],
      },
      'It was not by Direct, and not from the page “Evening”.',
    ],
    [
      'any of two',
      {
        matches: 'any',
        conditions: [
          { about: 'page', is: id(9) },
          { about: 'funnel', is: id(8) },
        ],
      },
      'It was none of these: from the page “Evening”, from the funnel “Spring”.',
    ],
    ['no condition', { conditions: [] }, 'It has no conditions, so it matches nobody.'],
  ])('%s', (_what, changes, words) => {
    const [missed] = routeLead([rule(5, changes)], arrival).missed;
    expect(missedWords(missed!, nameOf)).toBe(words);
  });
});
