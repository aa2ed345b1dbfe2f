import { offeredBy } from './lost-rules.ts';
import { tellsWho, type FormDefinition, type Question } from './form.ts';

/** How often one answer was given to a question; several choices count each for itself. */
export interface CountedAnswer {
  key: string;
  answer: string;
  count: number;
}

/** What was answered to a question: a bar for each answer, with the average of numbers; or how many wrote something. */
export interface QuestionSummary {
  key: string;
  label: string;
  answered: number;
  /** In the form's order, then answers that are not offered any more; null where people write what they like. */
  bars: { answer: string; count: number }[] | null;
  /** Of a rating or a number, rounded to hundredths; null of anything else, and where nobody answered. */
  average: number | null;
}

/**
 * Sums up a form's answers by question. `counted` has every answer that was given with how often, and `answered` how many
 * submissions answered each question, by its key. Who somebody is and what they agreed to are left out.
 */
export function summaryOf(
  form: Pick<FormDefinition, 'questions'>,
  counted: readonly CountedAnswer[],
  answered: ReadonlyMap<string, number>,
): QuestionSummary[] {
  return form.questions
    .filter((question) => !tellsWho(question) && question.kind !== 'address')
    .map((question) => {
      const own = counted.filter(({ key }) => key === question.key);
      return {
        key: question.key,
        label: question.label || question.key,
        answered: answered.get(question.key) ?? 0,
        bars: isCounted(question) ? barsOf(question, own) : null,
        average: isNumeric(question) ? averageOf(own) : null,
      };
    });
}

const isNumeric = ({ kind }: Question): boolean => kind === 'rating' || kind === 'number';

/** A question whose answers are counted one by one; numbers that anybody may type have an average only. */
export const isCounted = (question: Question): boolean =>
  offeredBy(question) !== null || question.kind === 'hidden';

function barsOf(question: Question, own: readonly CountedAnswer[]): QuestionSummary['bars'] {
  const counts = new Map(own.map(({ answer, count }) => [answerName(answer), count]));
  const offered = (offeredBy(question) ?? []).map(answerName);
  const others = [...counts.keys()].filter((answer) => !offered.includes(answer));
  return [...offered, ...others].map((answer) => ({ answer, count: counts.get(answer) ?? 0 }));
}

/** A box that is ticked is stored as `true`. */
const answerName = (answer: string): string => (answer === 'true' ? 'yes' : answer);

function averageOf(own: readonly CountedAnswer[]): number | null {
  const total = own.reduce((sum, { count }) => sum + count, 0);
  if (total === 0) return null;
  const sum = own.reduce((all, { answer, count }) => all + Number(answer) * count, 0);
  return Math.round((sum / total) * 100) / 100;
}
