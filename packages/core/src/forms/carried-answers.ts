import { z } from 'zod';
import { ownValue } from '../basics/own-value.ts';
import { mayFillField, type FormDefinition, type Question } from './form.ts';
import { valuesOf, type Answers } from './read-answers.ts';

/** An answer on its way to a later form: by the field that it fills, and by its question's words. */
export const CarriedAnswer = z.object({ field: z.string(), label: z.string(), text: z.string() });
export type CarriedAnswer = z.infer<typeof CarriedAnswer>;

/** What fits a cookie beside who somebody is, in UTF-16 units; browsers keep 4,096 bytes of one (RFC 6265, section 6.1). */
const most = 1_200;

/**
 * The answers of a form that later forms may ask again, after those of before. Who somebody is travels apart; what they
 * agreed to, hidden values and files don't travel. Where there are too many, the longest stay behind.
 */
export function carriedAnswers(
  before: readonly CarriedAnswer[],
  form: FormDefinition,
  answers: Answers,
): CarriedAnswer[] {
  const now = form.questions.filter(travels).flatMap((question): CarriedAnswer[] => {
    const answer = ownValue(answers, question.key);
    const text = answer === undefined ? '' : valuesOf(answer).join('\n');
    return text ? [{ field: fieldOf(question), label: labelOf(question), text }] : [];
  });
  const asked = new Set(form.questions.filter(travels).map(fieldOf));
  const all = [...now, ...before.filter(({ field }) => !asked.has(field))];
  const sizeOf = (one: CarriedAnswer) => JSON.stringify(one).length;
  let left = most;
  return all
    .toSorted((one, other) => sizeOf(one) - sizeOf(other))
    .filter((one) => (left -= sizeOf(one)) >= 0);
}

/** What stands in a question from the start: what was answered to one that fills the same field, or that asks the same. */
export function carriedTo(question: Question, carried: readonly CarriedAnswer[]): string {
  if (!travels(question)) return '';
  const same =
    carried.find(({ field }) => field === fieldOf(question)) ??
    carried.find(({ label }) => label === labelOf(question));
  return same?.text ?? '';
}

const travels = (question: Question): boolean =>
  mayFillField(question) && question.kind !== 'hidden';

/** An address is an address, whatever a form calls it. */
const fieldOf = ({ kind, field, key }: Question): string =>
  kind === 'address' ? '~address' : (field ?? `~${key}`);

const labelOf = ({ label }: Question): string => label.trim().toLowerCase().slice(0, 80);
