import fc from 'fast-check';
import {
  hiddenOf,
  hiddenQuestions,
  newQuestion,
  partsOf,
  readAnswers,
  shortForm,
  type FormDefinition,
  type Question,
  type ShowIf,
} from './index.ts';

const when = (question: string, value: string): ShowIf => ({
  match: 'all',
  terms: [{ question, test: { op: 'is', value } }],
});

/** A roofer's survey: what leaks is asked of those whose roof does, and how high only then. */
const survey: FormDefinition = {
  ...shortForm('Survey', ['n', 'e', 'p']),
  questions: [
    newQuestion('choice', 'a', { key: 'leaks', options: ['Yes', 'No'], required: true }),
    newQuestion('choices', 'b', {
      key: 'where',
      options: ['Roof', 'Gutters'],
      required: true,
      showIf: when('leaks', 'Yes'),
    }),
    newQuestion('number', 'c', { key: 'height', showIf: when('where', 'Roof') }),
    newQuestion('long-text', 'd', {
      key: 'else',
      required: true,
      startsPart: { title: 'Before you go', showIf: when('leaks', 'No') },
    }),
    newQuestion('email', 'e', { key: 'email', startsPart: { title: 'You', showIf: null } }),
  ],
};

it.each<[Record<string, string>, string[]]>([
  [{}, ['where', 'height', 'else']],
  [{ leaks: 'Yes' }, ['height', 'else']],
  [{ leaks: 'Yes', where: 'Roof\nGutters' }, ['else']],
  [{ leaks: 'No' }, ['where', 'height']],
  // What was chosen before, and is hidden now, shows nothing either.
  [{ leaks: 'No', where: 'Roof' }, ['where', 'height']],
])('hides of %j: %j', (typed, hidden) => expect([...hiddenOf(survey, typed)]).toEqual(hidden));

it('drops an answer to a hidden question, and does not ask for a required one', () => {
  expect(readAnswers(survey, { leaks: 'No', where: 'Roof', height: '6', else: 'Fine' })).toEqual({
    ok: true,
    value: { leaks: 'No', else: 'Fine' },
  });
  expect(readAnswers(survey, { leaks: 'Yes', else: 'Fine' })).toEqual({
    ok: false,
    problem: [{ field: 'where', code: 'missing' }],
  });
});

it('takes any of several terms where any is enough', () => {
  const rule: ShowIf = {
    match: 'any',
    terms: [
      { question: 'stars', test: { op: 'is-more-than', value: 8 } },
      { question: 'stars', test: { op: 'is', value: '0' } },
    ],
  };
  const asked = [
    { key: 'stars', rules: [] },
    { key: 'why', rules: [rule] },
  ];
  const hides = (stars: string) => hiddenQuestions(asked, () => [stars]).has('why');
  expect(['0', '5', '8', '9', '10'].map(hides)).toEqual([false, true, true, false, false]);
});

it('sees nothing that comes later, or that is no question', () => {
  const early = newQuestion('short-text', 'x', { key: 'early', showIf: when('email', 'a@b.co') });
  const lost = newQuestion('short-text', 'y', { key: 'lost', showIf: when('gone', 'x') });
  const form = { ...survey, questions: [early, lost, ...survey.questions] };
  const hidden = hiddenOf(form, { email: 'a@b.co', gone: 'x' });
  expect(hidden.has('early') && hidden.has('lost')).toBe(true);
});

it('parts a form where a question starts one', () => {
  expect(partsOf(survey).map(({ title, questions }) => [title, questions.length])).toEqual([
    ['', 3],
    ['Before you go', 1],
    ['You', 1],
  ]);
  expect(partsOf(shortForm('Short', ['a', 'b', 'c']))).toHaveLength(1);
});

it('never keeps an answer to what it hides, whatever is typed', () => {
  const typed = fc.dictionary(
    fc.constantFrom('leaks', 'where', 'height', 'else', 'email'),
    fc.constantFrom('', 'Yes', 'No', 'Roof', 'Gutters', '3', 'a@example.com'),
    { noNullPrototype: true },
  );
  fc.assert(
    fc.property(typed, (given) => {
      const hidden = hiddenOf(survey, given);
      const read = readAnswers(survey, given);
      const named = read.ok ? Object.keys(read.value) : read.problem.map(({ field }) => field);
      expect(named.filter((key) => hidden.has(key))).toEqual([]);
    }),
  );
});

describe('one answer', () => {
  const ask = (kind: Question['kind'], changes: Partial<Question>, text: string) => {
    const question = newQuestion(kind, 'q', { key: 'q', ...changes });
    const read = readAnswers({ ...survey, questions: [question] }, { q: text });
    return read.ok ? read.value.q : read.problem[0]!.code;
  };
  const limits = (
    least: number | null,
    most: number | null,
    pattern: Question['limits']['pattern'] = null,
  ) => ({
    limits: { least, most, pattern },
  });
  const scale = { scale: { steps: '0-10', low: '', high: '' } } as const;
  const options = { options: ['One', 'Two', 'Three'] };

  it.each<[Question['kind'], Partial<Question>, string, unknown]>([
    ['rating', {}, '5', 5],
    ['rating', {}, '0', 'not-offered'],
    ['rating', scale, '0', 0],
    ['rating', scale, '10', 10],
    ['rating', scale, '11', 'not-offered'],
    ['time', {}, '14:30', '14:30'],
    ['time', {}, '24:00', 'not-a-time'],
    ['time', {}, '2 pm', 'not-a-time'],
    ['number', limits(1, 10), '0', 'too-low'],
    ['number', limits(1, 10), '11', 'too-high'],
    ['number', limits(1, 10), '10', 10],
    ['short-text', limits(3, null), 'ab', 'too-short'],
    ['short-text', limits(null, 3), 'abcd', 'too-long'],
    ['short-text', limits(null, null, 'us-zip'), '04401', '04401'],
    ['short-text', limits(null, null, 'us-zip'), '04401-1234', '04401-1234'],
    ['short-text', limits(null, null, 'us-zip'), '4401', 'not-us-zip'],
    ['short-text', limits(null, null, 'ca-postal-code'), 'e1c 4z6', 'e1c 4z6'],
    ['short-text', limits(null, null, 'letters'), 'Zoë O’Neil', 'not-letters'],
    ['short-text', limits(null, null, 'letters'), "Zoë O'Neil", "Zoë O'Neil"],
    ['short-text', limits(null, null, 'digits'), '12a', 'not-digits'],
    ['short-text', limits(null, null, 'year'), '1998', '1998'],
    ['short-text', limits(null, null, 'year'), '3998', 'not-year'],
    ['choices', { ...options, ...limits(2, null) }, 'One', 'too-few'],
    ['choices', { ...options, ...limits(null, 1) }, 'One\nTwo', 'too-many'],
    ['choices', { ...options, ...limits(1, 2) }, 'Two\nOne', ['One', 'Two']],
    ['choice', options, 'One\nTwo', 'not-offered'],
    ['consent', {}, 'yes', true],
    ['consent', { required: true }, '', 'missing'],
  ])('of %s with %j, %j gives %j', (kind, changes, text, expected) =>
    expect(ask(kind, changes, text)).toEqual(expected),
  );

  // Addresses as the URL standard (WHATWG URL) writes them back.
  it.each([
    ['ledgeline.example/roofs', 'https://ledgeline.example/roofs'],
    ['http://Ledgeline.example', 'http://ledgeline.example/'],
    ['ledgeline', 'not-a-website'],
    ['javascript:alert(1)', 'not-a-website'],
    ['ftp://ledgeline.example', 'not-a-website'],
    ['https://a b.example', 'not-a-website'],
  ])('reads the website %j as %j', (text, expected) =>
    expect(ask('website', {}, text)).toBe(expected),
  );
});
