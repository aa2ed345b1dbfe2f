import { newQuestion, shortForm, type Answer, type QuestionKind } from '../forms/index.ts';
import {
  fieldFor,
  fieldFrom,
  fieldKey,
  fieldTypes,
  fieldTypesFor,
  fieldWordsOf,
  filledFields,
  readFieldValue,
  typedValue,
  valueWords,
  type FieldType,
  type FieldValue,
  type OwnField,
} from './index.ts';

const field = (name: string, type: FieldType, options: string[] = []): OwnField => ({
  ...{ name, type, options },
  key: fieldKey(name, new Set()),
});
const ask = (kind: QuestionKind, label: string, key = 'asked') =>
  newQuestion(kind, 'id', { key, label });

it.each([
  ['Roof age (years)', [], 'roof_age_years'],
  ['Größe', [], 'große'.normalize('NFKD').replace(/[^a-z]/g, '_')],
  ['Été', [], 'ete'],
  ['3 wishes', [], 'wishes'],
  ['How many miles do you run in a week?', [], 'how_many_miles_do_you_run'],
  ['Donaudampfschifffahrtsgesellschaft', [], 'donaudampfschifffahrtsgesell'],
  ['屋根', [], 'field'],
  ['Roof age', ['roof_age', 'roof_age_2'], 'roof_age_3'],
])('calls %j, beside %j, %s', (name, taken, key) =>
  expect(fieldKey(name, new Set(taken))).toBe(key),
);

describe('which field a question fills', () => {
  const fields = [field('Roof age', 'number'), field('Budget', 'money'), field('Notes', 'text')];
  it.each<[string, QuestionKind, string, string, string | null]>([
    ['the one it names', 'number', 'How old is it?', 'roof_age', 'roof_age'],
    ['the one of its name', 'number', 'ROOF AGE ', 'q_1', 'roof_age'],
    ['none of its name of another type', 'date', 'Roof age', 'q_1', null],
    ['none it names of another type', 'long-text', 'x', 'roof_age', null],
    ['money by a number', 'number', 'budget', 'q_1', 'budget'],
    ['none', 'short-text', 'Something else', 'q_1', null],
  ])('%s', (_what, kind, label, key, found) =>
    expect(fieldFor(ask(kind, label, key), fields)?.key ?? null).toBe(found),
  );

  it('else a new one, named after it and unlike the others', () => {
    expect(fieldFrom(ask('date', 'Roof age'), fields)).toEqual({
      key: 'roof_age_date',
      name: 'Roof age (date)',
      type: 'date',
      options: [],
    });
    const both = [...fields, field('Roof age (date)', 'link')];
    expect(fieldFrom(ask('date', 'Roof age'), both).name).toBe('Roof age (2)');
    expect(fieldFrom(ask('choice', ''), fields)).toMatchObject({
      name: 'asked',
      options: ['First answer', 'Second answer'],
    });
  });

  it('a question who somebody is, or what they agree to, fills none', () => {
    expect(newQuestion('email', 'a').field).toBeNull();
    expect(newQuestion('consent', 'a').field).toBeNull();
    expect(fieldTypesFor({ kind: 'email' })).toEqual([]);
  });
});

it.each<[QuestionKind, FieldType, Answer, FieldValue | undefined]>([
  ['short-text', 'text', 'Slate', 'Slate'],
  ['choices', 'choices', ['Moss', 'A leak'], ['Moss', 'A leak']],
  ['checkbox', 'yes-no', false, false],
  ['number', 'money', 1250.5, { amount: 125_050, currency: 'USD' }],
  ['number', 'money', 19.99, { amount: 1999, currency: 'USD' }],
  ['rating', 'number', 0, 0],
  ['number', 'date', 3, undefined],
])('an answer to a %s question fills a %s field: %j', (kind, type, answer, value) => {
  const form = {
    ...shortForm('Ask', ['a', 'b', 'c']),
    questions: [ask(kind, 'It'), ask('date', 'Day', 'day')],
  };
  const fields = new Map([['asked', { key: 'it', type }]]);
  expect(filledFields(form, { asked: answer }, fields, 'USD')).toEqual(
    value === undefined ? {} : { it: value },
  );
});

it.each<[FieldType, string, FieldValue | null | string]>([
  ['number', ' 12.5 ', 12.5],
  ['number', 'twelve', 'Give “It” as a number.'],
  ['date', '2026-11-29', '2026-11-29'],
  ['date', '2026-02-30', 'Give “It” as a date.'],
  ['choice', 'Slate', 'Slate'],
  ['choices', 'Tile\nSlate', ['Slate', 'Tile']],
  ['yes-no', 'no', false],
  ['link', 'ledgeline.example', 'https://ledgeline.example/'],
  ['money', '$1,250', { amount: 125_000, currency: 'USD' }],
  ['text', '   ', null],
])('a %s field takes %j as %j', (type, typed, expected) => {
  const read = readFieldValue({ name: 'It', type, options: ['Slate', 'Tile'] }, typed, 'USD');
  if (read.ok) expect(read.value).toEqual(expected);
  else expect(read.problem).toBeTruthy();
  expect(read.ok).toBe(!/^Give/.test(String(expected)));
});

it('what is typed again from a value is the same value', () => {
  const values: [FieldType, FieldValue][] = [
    ['text', 'Slate'],
    ['number', -3.25],
    ['yes-no', true],
    ['yes-no', false],
    ['choices', ['Slate', 'Tile']],
    ['money', { amount: 1999, currency: 'USD' }],
    ['date', '2026-11-29'],
  ];
  for (const [type, value] of values)
    expect(
      readFieldValue({ name: 'It', type, options: ['Slate', 'Tile'] }, typedValue(value), 'USD'),
    ).toEqual({ ok: true, value });
});

it.each<[FieldValue, string, string]>([
  ['2026-11-29', 'en-US', 'November 29, 2026'],
  ['2026-11-29', 'en-GB', '29 November 2026'],
  ['2026-99-99', 'en-US', '2026-99-99'],
  [1234.5, 'en-US', '1,234.5'],
  [{ amount: 1999, currency: 'USD' }, 'en-US', '$19.99'],
  [['a', 'b'], 'en-US', 'a, b'],
  [false, 'en-US', 'no'],
])('reads %j in %s as %s', (value, locale, words) => {
  expect(valueWords(value, locale)).toBe(words);
  expect(fieldWordsOf({ it: value }, locale)).toEqual({ it: words });
});

it('every type of field is read by a kind of question that may fill it, but for money', () => {
  for (const [type, { asked }] of Object.entries(fieldTypes))
    expect([type, fieldTypesFor({ kind: asked })]).toEqual([
      type,
      expect.arrayContaining([type === 'money' ? 'text' : type]),
    ]);
});
