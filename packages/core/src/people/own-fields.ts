import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import {
  done,
  failed,
  unitsText,
  minorUnits,
  type Money,
  moneyWords,
  ownValue,
  readMoney,
  words,
  type CurrencyCode,
  type Outcome,
} from '../basics/index.ts';
import {
  newQuestion,
  readAnswers,
  shortForm,
  type Answers,
  type FormDefinition,
  type Question,
  type QuestionKind,
} from '../forms/index.ts';
import { fieldWords, pageWords } from '../languages/index.ts';

/** What a field of a person holds; `asked` is the kind of question by which it is read. */
export const fieldTypes = {
  text: { label: 'Text', asked: 'short-text' },
  'long-text': { label: 'Long text', asked: 'long-text' },
  number: { label: 'Number', asked: 'number' },
  date: { label: 'Date', asked: 'date' },
  choice: { label: 'Choice', asked: 'choice' },
  choices: { label: 'Several choices', asked: 'choices' },
  'yes-no': { label: 'Yes or no', asked: 'checkbox' },
  link: { label: 'Link', asked: 'website' },
  money: { label: 'Money', asked: 'short-text' },
} as const satisfies Record<string, { label: string; asked: QuestionKind }>;
export type FieldType = keyof typeof fieldTypes;

/** A field of a client's people, as the client names it. Its key is for merge fields and never changes. */
export const FieldContent = z
  .strictObject({
    name: words(80).trim().min(1, 'Give the field a name.'),
    type: z.enum(Object.keys(fieldTypes) as [FieldType, ...FieldType[]]),
    /** What a choice offers. */
    options: z.array(words(120).trim().min(1)).max(40),
  })
  .refine(({ type, options }) => !isChoice(type) || options.length > 0, {
    error: 'A choice needs at least one answer to choose.',
    path: ['options'],
  });
export type FieldContent = z.infer<typeof FieldContent>;
export type OwnField = FieldContent & { key: string };
/** Of a field, what an answer has to know to fill it. */
export type FilledField = Pick<OwnField, 'key' | 'type'>;

export const isChoice = (type: FieldType): boolean => type === 'choice' || type === 'choices';

/** A value of a field: a date as `2026-11-29`, money with its currency, several choices as a list. */
export type FieldValue = string | number | boolean | string[] | Money;
export type FieldValues = Record<string, FieldValue>;

/** The types of field that the answers of a kind of question may fill; the first is what a new field becomes. */
const filledBy: Partial<Record<QuestionKind, [FieldType, ...FieldType[]]>> = {
  'short-text': ['text', 'long-text'],
  'long-text': ['long-text'],
  choice: ['choice', 'text'],
  choices: ['choices'],
  rating: ['number'],
  checkbox: ['yes-no'],
  date: ['date'],
  time: ['text'],
  number: ['number', 'money'],
  address: ['text', 'long-text'],
  website: ['link', 'text'],
  hidden: ['text', 'long-text'],
};
export const fieldTypesFor = ({ kind }: { kind: QuestionKind }): readonly FieldType[] =>
  filledBy[kind] ?? [];

/** A field's key from its name, unlike those that there are: `Roof age (years)` gives `roof_age_years`. */
export function fieldKey(name: string, taken: ReadonlySet<string>): string {
  const plain = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\p{Mn}/gu, '')
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+/, '')
    .replace(/_+$/, '');
  const base = wholeWords(plain) || 'field';
  let key = base;
  for (let number = 2; taken.has(key); number++) key = `${base}_${number}`;
  return key;
}

/** As many words of a key as are short enough to read in a message; a long first one is cut. */
const wholeWords = (key: string): string =>
  key.length <= 28 ? key : (/^.{1,27}(?=_)/.exec(key)?.[0] ?? key.slice(0, 28));

/** The field of a client that a question fills, among those there are; null where it needs a new one. */
export function fieldFor<Field extends OwnField>(
  question: Question,
  fields: readonly Field[],
): Field | null {
  const fitting = fields.filter(({ type }) => fieldTypesFor(question).includes(type));
  const sameName = ({ name }: Field) => name.toLowerCase() === question.label.trim().toLowerCase();
  return fitting.find(({ key }) => key === question.field) ?? fitting.find(sameName) ?? null;
}

/** What a new field for a question is: named after it, unlike those that there are. */
export function fieldFrom(question: Question, fields: readonly OwnField[]): OwnField {
  const [type = 'text'] = fieldTypesFor(question);
  const label = question.label.trim().slice(0, 60) || question.key;
  const taken = new Set(fields.map(({ name }) => name.toLowerCase()));
  let name = label;
  if (taken.has(name.toLowerCase())) name = `${label} (${fieldTypes[type].label.toLowerCase()})`;
  for (let number = 2; taken.has(name.toLowerCase()); number++) name = `${label} (${number})`;
  const key = fieldKey(name, new Set(fields.map((one) => one.key)));
  return { key, name, type, options: isChoice(type) ? question.options : [] };
}

/**
 * What answers fill in. `fields` are those that the form's questions fill, by the name that the form has for each. An answer
 * that does not fit its field's type fills nothing; a question that was not answered leaves the field as it is.
 */
export function filledFields(
  form: FormDefinition,
  answers: Answers,
  fields: ReadonlyMap<string, FilledField>,
  currency: CurrencyCode,
): FieldValues {
  const filled: FieldValues = {};
  for (const question of form.questions) {
    const answer = ownValue(answers, question.key);
    const field = question.field === null ? undefined : fields.get(question.field);
    if (answer === undefined || !field || !fieldTypesFor(question).includes(field.type)) continue;
    filled[field.key] =
      field.type === 'money' ? moneyOf(Number(answer), currency) : (answer as FieldValue);
  }
  return filled;
}

const moneyOf = (units: number, currency: CurrencyCode): Money => ({
  amount: minorUnits(units, currency),
  currency,
});

/** Reads what somebody types into a field of a record; null where it is emptied. What does not fit comes back as a sentence. */
export function readFieldValue(
  { name, type, options }: FieldContent,
  typed: string,
  currency: CurrencyCode,
): Outcome<FieldValue | null, string> {
  if (typed.trim() === '') return done(null);
  if (type === 'money') return readMoney(typed, currency);
  if (type === 'yes-no') return done(typed === 'yes');
  const question = newQuestion(fieldTypes[type].asked, 'value', {
    key: 'value',
    label: name,
    options,
  });
  const form = { ...shortForm('', ['a', 'b', 'c']), questions: [question] };
  const read = readAnswers(form, { value: typed });
  return read.ok
    ? done((read.value.value as FieldValue | undefined) ?? null)
    : failed(fieldWords(read.problem[0]!, question, pageWords('en')));
}

/** A value as it is typed: several choices as lines, money as its amount. */
export function typedValue(value: FieldValue): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.join('\n');
  if (typeof value === 'object') return unitsText(value);
  return String(value);
}

/** A value as people of a locale read it. */
export function valueWords(value: FieldValue, locale: string): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.join(', ');
  if (typeof value === 'number') return new Intl.NumberFormat(locale).format(value);
  return typeof value === 'object' ? moneyWords(value, locale) : dayWords(value, locale);
}

/** A day in words where a text is one: `November 29, 2026`. Every other text as it is. */
function dayWords(text: string, locale: string): string {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return text;
  try {
    return Temporal.PlainDate.from(text).toLocaleString(locale, { dateStyle: 'long' });
  } catch {
    return text;
  }
}

/** A person's fields as merge fields see them. */
export const fieldWordsOf = (values: FieldValues, locale: string): Record<string, string> =>
  Object.fromEntries(
    Object.entries(values).map(([key, value]) => [key, valueWords(value, locale)]),
  );
