import { done, failed, ownValue, type Outcome } from '../basics/index.ts';
import { isEmail } from './email.ts';
import { plainNumber } from '../conditions/index.ts';
import {
  hasOptions,
  isText,
  isTick,
  questionKinds,
  stepsOf,
  type FormDefinition,
  type Question,
} from './form.ts';
import { showRules } from './form-parts.ts';
import { dateExample, phoneExample, readDate, usualCountry } from './of-country.ts';
import { hiddenQuestions } from './hidden-questions.ts';
import { uploadsIn, type UploadedFile } from './uploads.ts';
import { fitsPattern, type TextPattern } from './text-patterns.ts';

/** What a question was answered with; several choices, and files, are several values. */
export type Answer = string | number | boolean | string[] | UploadedFile[];
export type Answers = Record<string, Answer>;

/** What is wrong with an answer, as data; `field-words.ts` has the sentences. */
export type FieldProblem =
  | { field: string; code: 'missing' }
  | { field: string; code: 'too-long'; most: number; length: number }
  | { field: string; code: 'not-an-email' }
  | { field: string; code: 'not-a-phone'; example: string }
  | { field: string; code: 'not-a-number' }
  | { field: string; code: 'not-a-date'; example: string }
  | { field: string; code: 'not-a-time' }
  | { field: string; code: 'not-a-website' }
  | { field: string; code: 'too-short'; least: number; length: number }
  | { field: string; code: 'too-low' | 'too-few'; least: number }
  | { field: string; code: 'too-high' | 'too-many'; most: number }
  | { field: string; code: `not-${TextPattern}` }
  | { field: string; code: 'not-offered' }
  /** Of a file: of another type than asked for, larger than so many megabytes, or with nothing in it. */
  | { field: string; code: 'not-this-type' | 'empty-file' }
  | { field: string; code: 'file-too-large'; most: number }
  | { field: string; code: 'unknown-field' }
  | { field: string; code: 'no-slot' }
  | { field: string; code: 'slot-taken' }
  /** They have as many bookings ahead of them as the calendar allows. */
  | { field: string; code: 'too-many-bookings' }
  /** Nothing is wrong with the answers; they could not be stored just now. */
  | { field: string; code: 'unavailable' };

/** Names that begin with an underscore belong to the page itself, never to a question. */
const ours = (name: string) => name.startsWith('_');

/**
 * Reads what a visitor typed against the form as it was published. Text is trimmed; an empty answer to an optional
 * question is left out, and so is whatever was typed into a question that earlier answers hide. Every problem is reported
 * at once, each with the field it concerns.
 *
 * Days may be typed in the order of `country`, two letters of ISO 3166-1. `typed` maps input names to strings, for example `{ email: ' Ana@Example.com ', name: 'Ana' }`. Several values of one
 * name come as the lines of one text, and are given in the order of the question's options. Hidden values are read from
 * `typed` like any other: the caller fills them in beforehand.
 */
export function readAnswers(
  form: FormDefinition,
  typed: Record<string, string>,
  country: string = usualCountry,
): Outcome<Answers, FieldProblem[]> {
  const answers: Answers = {};
  const problems: FieldProblem[] = [];
  const hidden = hiddenOf(form, typed);
  for (const question of form.questions) {
    if (hidden.has(question.key)) continue;
    const read = readOne(question, ownValue(typed, question.key) ?? '', country);
    if (!read.ok) problems.push(read.problem);
    else if (read.value !== null) answers[question.key] = read.value;
  }
  const known = new Set(form.questions.map((question) => question.key));
  for (const field of Object.keys(typed)) {
    if (!known.has(field) && !ours(field)) problems.push({ field, code: 'unknown-field' });
  }
  return problems.length > 0 ? failed(problems) : done(answers);
}

/** The keys of the questions that what was typed hides. */
export function hiddenOf(form: FormDefinition, typed: Record<string, string>): Set<string> {
  const questions = new Map(form.questions.map((question) => [question.key, question]));
  return hiddenQuestions(showRules(form), (key) => {
    const question = questions.get(key)!;
    const text = tidy(question, ownValue(typed, key) ?? '');
    return question.kind === 'choices' ? text.split('\n') : [text];
  });
}

function readOne(
  question: Question,
  raw: string,
  country: string,
): Outcome<Answer | null, FieldProblem> {
  const field = question.key;
  const most = questionKinds[question.kind].longest;
  const text = tidy(question, raw);
  if (text === '') {
    if (question.required && question.kind !== 'hidden') return failed({ field, code: 'missing' });
    return done(isTick(question) ? false : null);
  }
  if (text.length > most) return failed({ field, code: 'too-long', most, length: text.length });
  if (isTick(question)) return done(true);
  if (hasOptions(question)) return readChoice(question, text.split('\n'));
  if (question.kind === 'file') return readFiles(question, uploadsIn(text));
  if (isText(question)) return readText(question, text);
  switch (question.kind) {
    case 'email':
      return isEmail(text) ? done(text) : failed({ field, code: 'not-an-email' });
    case 'phone':
      return (text.match(/\d/g) ?? []).length >= 6 && /^[\d\s()+.\-/x#*a-z]+$/i.test(text)
        ? done(text)
        : failed({ field, code: 'not-a-phone', example: phoneExample(country) });
    case 'number':
      return readNumber(question, Number(plainNumber(text)));
    case 'rating':
      return stepsOf(question.scale).map(String).includes(text)
        ? done(Number(text))
        : failed({ field, code: 'not-offered' });
    case 'date': {
      const day = readDate(text, country);
      return day === null
        ? failed({ field, code: 'not-a-date', example: dateExample(country) })
        : done(day);
    }
    case 'time':
      return /^(?:[01]\d|2[0-3]):[0-5]\d$/.test(text)
        ? done(text)
        : failed({ field, code: 'not-a-time' });
    case 'website': {
      const address = webAddress(text);
      return address ? done(address) : failed({ field, code: 'not-a-website' });
    }
    default:
      return done(text);
  }
}

function readChoice(
  { key: field, kind, options, limits: { least, most } }: Question,
  lines: string[],
): Outcome<Answer, FieldProblem> {
  const chosen = options.filter((option) => lines.includes(option));
  if (!lines.every((line) => chosen.includes(line))) return failed({ field, code: 'not-offered' });
  if (kind === 'choice')
    return chosen.length === 1 ? done(chosen[0]!) : failed({ field, code: 'not-offered' });
  if (least !== null && chosen.length < least) return failed({ field, code: 'too-few', least });
  if (most !== null && chosen.length > most) return failed({ field, code: 'too-many', most });
  return done(chosen);
}

function readFiles(
  { key: field, required, upload: { most } }: Question,
  files: UploadedFile[],
): Outcome<Answer | null, FieldProblem> {
  if (files.length > most) return failed({ field, code: 'too-many', most });
  if (files.length === 0) return required ? failed({ field, code: 'missing' }) : done(null);
  return done(files);
}

function readText(
  { key: field, limits: { least, most, pattern } }: Question,
  text: string,
): Outcome<Answer, FieldProblem> {
  const { length } = text;
  if (least !== null && length < least) return failed({ field, code: 'too-short', least, length });
  if (most !== null && length > most) return failed({ field, code: 'too-long', most, length });
  if (pattern !== null && !fitsPattern(pattern, text))
    return failed({ field, code: `not-${pattern}` });
  return done(text);
}

function readNumber(
  { key: field, limits: { least, most } }: Question,
  number: number,
): Outcome<Answer, FieldProblem> {
  if (!Number.isFinite(number)) return failed({ field, code: 'not-a-number' });
  if (least !== null && number < least) return failed({ field, code: 'too-low', least });
  if (most !== null && number > most) return failed({ field, code: 'too-high', most });
  return done(number);
}

/**
 * A website's whole address, by the URL standard: `ledgeline.example/roofs` gives `https://ledgeline.example/roofs`. Null
 * for what is none, has no dot in its host, or is of another kind than http.
 */
function webAddress(text: string): string | null {
  const whole = /^[a-z][a-z0-9+.-]*:\/\//i.test(text) ? text : `https://${text}`;
  const address = URL.canParse(whole) ? new URL(whole) : null;
  return address && /^https?:$/.test(address.protocol) && /\w\.\w/.test(address.hostname)
    ? address.href
    : null;
}

/** The values of an answer in words: each choice, the name of each file; a box that was left empty says nothing. */
export function valuesOf(answer: Answer): string[] {
  if (typeof answer === 'boolean') return [answer ? 'yes' : ''];
  return Array.isArray(answer)
    ? answer.map((one) => (typeof one === 'string' ? one : one.name))
    : [String(answer)];
}

/** The files of an answer; none where it is something else. */
export const filesIn = (answer: Answer): UploadedFile[] =>
  Array.isArray(answer) ? answer.filter((one) => typeof one !== 'string') : [];

/** An answer as a line of words. */
export const answerWords = (answer: Answer): string => valuesOf(answer).join(', ');

/** Answers as merge fields see them, by their questions' keys. */
export const answerFields = (answers: Answers): Record<string, string> =>
  Object.fromEntries(Object.entries(answers).map(([key, answer]) => [key, answerWords(answer)]));

/** One line for all but long text: a line break in a name would travel into mail headers. */
function tidy(question: Question, raw: string): string {
  const text = raw.replaceAll('\r\n', '\n').replaceAll('\0', '');
  const oneLine = mayHaveLines.has(question.kind) ? text : text.replace(/\s+/g, ' ');
  return (inDigits.has(question.kind) ? plainHyphens(oneLine) : oneLine).trim();
}

const mayHaveLines = new Set<Question['kind']>(['long-text', 'choices', 'file']);
const inDigits = new Set<Question['kind']>(['phone', 'number', 'date', 'rating', 'time']);

/** Hyphens, figure dashes and minus signs as keyboards and copied pages have them: all mean the one of ASCII. */
const plainHyphens = (text: string): string => text.replace(/[\u2010-\u2013\u2212]/g, '-');
