import { Temporal } from 'temporal-polyfill';
import { done, failed, ownValue, type Outcome } from '../basics/index.ts';
import { isEmail } from './email.ts';
import { questionKinds, type FormDefinition, type Question } from './form.ts';

/** What a question was answered with; several choices are several values. */
export type Answer = string | number | boolean | string[];
export type Answers = Record<string, Answer>;

/** What is wrong with an answer, as data; `field-words.ts` has the sentences. */
export type FieldProblem =
  | { field: string; code: 'missing' }
  | { field: string; code: 'too-long'; most: number; length: number }
  | { field: string; code: 'not-an-email' }
  | { field: string; code: 'not-a-phone' }
  | { field: string; code: 'not-a-number' }
  | { field: string; code: 'not-a-date' }
  | { field: string; code: 'not-offered' }
  | { field: string; code: 'unknown-field' }
  | { field: string; code: 'no-slot' }
  | { field: string; code: 'slot-taken' }
  /** Nothing is wrong with the answers; they could not be stored just now. */
  | { field: string; code: 'unavailable' };

/** Names that begin with an underscore belong to the page itself, never to a question. */
const ours = (name: string) => name.startsWith('_');

/**
 * Reads what a visitor typed against the form as it was published. Text is trimmed; an empty answer to an optional
 * question is left out. Every problem is reported at once, each with the field it concerns.
 *
 * `typed` maps input names to strings, for example `{ email: ' Ana@Example.com ', name: 'Ana' }`. Several values of one
 * name come as the lines of one text, and are given in the order of the question's options.
 */
export function readAnswers(
  form: FormDefinition,
  typed: Record<string, string>,
): Outcome<Answers, FieldProblem[]> {
  const answers: Answers = {};
  const problems: FieldProblem[] = [];
  for (const question of form.questions) {
    const read = readOne(question, ownValue(typed, question.key) ?? '');
    if (!read.ok) problems.push(read.problem);
    else if (read.value !== null) answers[question.key] = read.value;
  }
  const known = new Set(form.questions.map((question) => question.key));
  for (const field of Object.keys(typed)) {
    if (!known.has(field) && !ours(field)) problems.push({ field, code: 'unknown-field' });
  }
  return problems.length > 0 ? failed(problems) : done(answers);
}

function readOne(question: Question, raw: string): Outcome<Answer | null, FieldProblem> {
  const field = question.key;
  const most = questionKinds[question.kind].longest;
  const text = tidy(question, raw);
  if (text === '') {
    if (question.required) return failed({ field, code: 'missing' });
    return done(isTick(question) ? false : null);
  }
  const lines = text.split('\n');
  if (text.length > most) return failed({ field, code: 'too-long', most, length: text.length });
  switch (question.kind) {
    case 'email':
      return isEmail(text) ? done(text) : failed({ field, code: 'not-an-email' });
    case 'phone':
      return (text.match(/\d/g) ?? []).length >= 6 && /^[\d\s()+.\-/x#*a-z]+$/i.test(text)
        ? done(text)
        : failed({ field, code: 'not-a-phone' });
    case 'number': {
      const number = Number(withoutGrouping(text));
      return Number.isFinite(number) ? done(number) : failed({ field, code: 'not-a-number' });
    }
    case 'date':
      return isDate(text) ? done(text) : failed({ field, code: 'not-a-date' });
    case 'choice':
      return question.options.includes(text) ? done(text) : failed({ field, code: 'not-offered' });
    case 'choices': {
      const chosen = question.options.filter((option) => lines.includes(option));
      return lines.every((line) => chosen.includes(line))
        ? done(chosen)
        : failed({ field, code: 'not-offered' });
    }
    case 'checkbox':
    case 'text-consent':
      return done(true);
    default:
      return done(text);
  }
}

/** An answer as a line of words; a box that was left empty says nothing. */
export function answerWords(answer: Answer): string {
  if (typeof answer === 'boolean') return answer ? 'yes' : '';
  return Array.isArray(answer) ? answer.join(', ') : String(answer);
}

/** Answers as merge fields see them, by their questions' keys. */
export const answerFields = (answers: Answers): Record<string, string> =>
  Object.fromEntries(Object.entries(answers).map(([key, answer]) => [key, answerWords(answer)]));

/** A question that is answered by a tick. */
export const isTick = (question: Pick<Question, 'kind'>): boolean =>
  question.kind === 'checkbox' || question.kind === 'text-consent';

/** One line for all but long text: a line break in a name would travel into mail headers. */
function tidy(question: Question, raw: string): string {
  const text = raw.replaceAll('\r\n', '\n').replaceAll('\0', '');
  const oneLine = mayHaveLines.has(question.kind) ? text : text.replace(/\s+/g, ' ');
  return (inDigits.has(question.kind) ? plainHyphens(oneLine) : oneLine).trim();
}

const mayHaveLines = new Set<Question['kind']>(['long-text', 'choices']);
const inDigits = new Set<Question['kind']>(['phone', 'number', 'date']);

/** Hyphens, figure dashes and minus signs as keyboards and copied pages have them: all mean the one of ASCII. */
const plainHyphens = (text: string): string => text.replace(/[\u2010-\u2013\u2212]/g, '-');

/** A number without what groups its thousands: `1,000` and `1 000.50` are numbers, `1,00` is none. */
const withoutGrouping = (text: string): string =>
  /^[-+]?\d{1,3}(?:[, ’']\d{3})+(?:\.\d+)?$/.test(text) ? text.replace(/[, ’']/g, '') : text;

function isDate(text: string): boolean {
  try {
    return Temporal.PlainDate.from(text).toString() === text;
  } catch {
    return false;
  }
}
