import { pageWords, fieldWords } from '../languages/index.ts';
import {
  answerWords,
  FormDefinition,
  isEmail,
  newQuestion,
  readAnswers,
  shortForm,
  type QuestionKind,
} from './index.ts';

/** Valid and invalid by the production in the HTML standard, "Valid email address"; the browser's own verdict is compared in e2e. */
export const emailTable: [string, boolean][] = [
  ['ana@example.com', true],
  ['a@b', false],
  ['ruth@nowhere', false],
  ['first.last@nowhere', false],
  ["o'hara+tag@mail.example.org", true],
  ['ana@-example.com', false],
  ['ana@example-.com', false],
  ['ana@exa_mple.com', false],
  ['ana@example..com', false],
  ['ana example@example.com', false],
  ['@example.com', false],
  ['ana@', false],
  [`ana@${'x'.repeat(64)}.com`, false],
  [`ana@${'x'.repeat(63)}.com`, true],
];

it.each(emailTable)('isEmail(%j) is %j', (email, good) => expect(isEmail(email)).toBe(good));

describe('readAnswers', () => {
  const form: FormDefinition = {
    ...shortForm('Test', ['a', 'b', 'c']),
    questions: [
      newQuestion('full-name', 'a', { key: 'name', required: true }),
      newQuestion('email', 'b', { key: 'email', required: true }),
      newQuestion('phone', 'c', { key: 'phone' }),
      newQuestion('choice', 'd', { key: 'worry', options: ['Needles', 'The cost'] }),
      newQuestion('long-text', 'e', { key: 'more' }),
      newQuestion('number', 'f', { key: 'rooms' }),
      newQuestion('date', 'g', { key: 'day' }),
      newQuestion('checkbox', 'h', { key: 'texts' }),
    ],
  };
  const good = { name: ' Ana  Okafor ', email: 'Ana@Example.com ' };

  it('trims, keeps what was answered and leaves out what was not', () => {
    expect(readAnswers(form, good)).toEqual({
      ok: true,
      value: { name: 'Ana Okafor', email: 'Ana@Example.com', texts: false },
    });
  });

  it.each<[Record<string, string>, object]>([
    [{ name: '   ' }, { field: 'name', code: 'missing' }],
    [{ email: 'nope' }, { field: 'email', code: 'not-an-email' }],
    [{ phone: 'call me' }, { field: 'phone', code: 'not-a-phone', example: '(201) 555-0123' }],
    [{ phone: '12345' }, { field: 'phone', code: 'not-a-phone', example: '(201) 555-0123' }],
    [{ worry: 'Spiders' }, { field: 'worry', code: 'not-offered' }],
    [{ rooms: 'three' }, { field: 'rooms', code: 'not-a-number' }],
    [{ day: '2026-02-30' }, { field: 'day', code: 'not-a-date', example: '11/5/2026' }],
    [{ day: '30/2/2026' }, { field: 'day', code: 'not-a-date', example: '11/5/2026' }],
    [{ more: 'x'.repeat(4001) }, { field: 'more', code: 'too-long', most: 4000, length: 4001 }],
    [{ admin: 'yes' }, { field: 'admin', code: 'unknown-field' }],
  ])('refuses %j', (typed, problem) => {
    expect(readAnswers(form, { ...good, ...typed })).toEqual({ ok: false, problem: [problem] });
  });

  it('takes answers at their limit, and fields of the page itself', () => {
    const read = readAnswers(form, {
      ...good,
      more: 'x'.repeat(4000),
      rooms: '2.5',
      day: '2028-02-29',
      texts: 'yes',
      _once: 'abc',
    });
    expect(read).toMatchObject({ ok: true, value: { rooms: 2.5, day: '2028-02-29', texts: true } });
  });

  it('reports every problem at once, each with words for a person', () => {
    const read = readAnswers(form, { name: '', email: 'nope', extra: '1' });
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(read.problem.map(({ field }) => field)).toEqual(['name', 'email', 'extra']);
    for (const problem of read.problem)
      expect(fieldWords(problem, { label: 'Your name' }, pageWords('en'))).toMatch(/^[A-Z].*\.$/);
  });

  it('says it in the question’s own words where there are some, but for what is not the visitor’s doing', () => {
    const question = { label: 'Your name', errorText: 'We need a name to call you by.' };
    const words = (code: 'missing' | 'unavailable') =>
      fieldWords({ field: 'name', code }, question, pageWords('en'));
    expect(words('missing')).toBe('We need a name to call you by.');
    expect(words('unavailable')).not.toBe('We need a name to call you by.');
  });

  it.each<QuestionKind>(['full-name', 'short-text', 'email'])(
    'lets no line break into a %s, since it may travel in a mail header',
    (kind) => {
      const one = { ...form, questions: [newQuestion(kind, 'a', { key: 'x' })] };
      const read = readAnswers(one, { x: kind === 'email' ? 'a@b\r\nBcc:c@d' : 'Ana\r\nBcc: c@d' });
      expect(read.ok ? read.value.x : '').not.toMatch(/[\r\n]/);
    },
  );

  it('takes names of properties that every object has for unknown fields', () => {
    expect(readAnswers(form, { ...good, constructor: 'x' })).toEqual({
      ok: false,
      problem: [{ field: 'constructor', code: 'unknown-field' }],
    });
  });

  it('takes a question whose key is such a name for a question like any other', () => {
    const asked = newQuestion('short-text', 'a', { key: 'constructor', required: true });
    const one = { ...form, questions: [asked] };
    expect(readAnswers(one, {})).toEqual({
      ok: false,
      problem: [{ field: 'constructor', code: 'missing' }],
    });
    const read = readAnswers(one, { constructor: 'Gravel' } as never);
    expect(read).toEqual({ ok: true, value: { constructor: 'Gravel' } });
  });
});

describe('FormDefinition', () => {
  const form = shortForm('Test', ['a', 'b', 'c']);
  it.each<[string, Partial<FormDefinition>]>([
    ['no question', { questions: [] }],
    [
      'two questions of one key',
      { questions: [form.questions[0]!, { ...form.questions[1]!, key: 'name' }] },
    ],
    ['a choice without answers', { questions: [newQuestion('choice', 'a', { options: [] })] }],
    [
      'an address that runs script',
      { after: { kind: 'address', carries: [], href: 'javascript:alert(1)' } },
    ],
    ['a notice to something that is no address', { notify: ['the desk'] }],
  ])('refuses %s', (_what, changes) =>
    expect(FormDefinition.safeParse({ ...form, ...changes }).success).toBe(false),
  );

  it('takes the usual short form', () => expect(FormDefinition.safeParse(form).success).toBe(true));
});

it.each([
  ['1,000', 1000],
  ['12,345,678.5', 12345678.5],
  ['1 000', 1000],
  ['1\u00a0000', 1000],
  ['\u22125', -5],
  ['42', 42],
  ['1,00', null],
  ['1,0000', null],
  ['ten', null],
])('reads the number %j as %j', (typed, number) => {
  const one = {
    ...shortForm('Test', ['a', 'b', 'c'] as [string, string, string]),
    questions: [newQuestion('number', 'a', { key: 'x' })],
  };
  const read = readAnswers(one, { x: typed });
  expect(read.ok ? read.value.x : null).toBe(number);
});

it.each(['207\u2011555\u20110117', '207\u2010555\u20100117', '(207) 555\u20130117'])(
  'takes %j for a phone, whatever its hyphens',
  (typed) => {
    const one = {
      ...shortForm('Test', ['a', 'b', 'c'] as [string, string, string]),
      questions: [newQuestion('phone', 'a', { key: 'x' })],
    };
    const read = readAnswers(one, { x: typed });
    expect(read.ok && String(read.value.x)).toMatch(/^[\d() -]+$/);
  },
);

describe('several choices', () => {
  const one = {
    ...shortForm('Test', ['a', 'b', 'c']),
    questions: [newQuestion('choices', 'a', { key: 'x', options: ['Roof', 'Gutters', 'Attic'] })],
  };
  it.each<[string, string, object]>([
    ['in the order of the options', 'Attic\nRoof', { ok: true, value: { x: ['Roof', 'Attic'] } }],
    ['one alone', 'Gutters', { ok: true, value: { x: ['Gutters'] } }],
    ['none', '', { ok: true, value: {} }],
    [
      'one that is not offered',
      'Roof\nCellar',
      { ok: false, problem: [{ field: 'x', code: 'not-offered' }] },
    ],
  ])('are read %s', (_what, typed, read) => expect(readAnswers(one, { x: typed })).toEqual(read));

  it('are said in one line', () => expect(answerWords(['Roof', 'Attic'])).toBe('Roof, Attic'));
});
