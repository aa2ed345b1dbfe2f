import type { FormId } from '../basics/index.ts';
import {
  labelledAnswers,
  newQuestion,
  type Answers,
  type FormDefinition,
  type QuestionKind,
} from '../forms/index.ts';
import type { CalendarQuestion, CalendarQuestionKind } from './calendar-question.ts';
import type { BookingAnswer } from './staffing.ts';

const prefix = 'visit_';

/** The key under which a calendar's question is answered in a form. */
const keyOf = ({ id }: Pick<CalendarQuestion, 'id'>): string =>
  `${prefix}${id.replaceAll('-', '')}`.slice(0, 40);

const kinds: Record<CalendarQuestionKind, QuestionKind> = {
  line: 'short-text',
  long: 'long-text',
  choice: 'choice',
  'yes-no': 'choice',
};

/** A form with which somebody books: what it asks, and after that what the calendar asks. */
export const withCalendarQuestions = (
  form: FormDefinition,
  questions: readonly CalendarQuestion[],
): FormDefinition => ({
  ...form,
  questions: [
    ...form.questions,
    ...questions.map((question) =>
      newQuestion(kinds[question.kind], keyOf(question), {
        key: keyOf(question),
        label: question.label,
        required: question.required,
        options: question.kind === 'yes-no' ? ['Yes', 'No'] : question.options,
        display: question.kind === 'yes-no' ? 'buttons' : 'list',
        field: null,
      }),
    ),
  ],
});

/** The forms of a page, those with which somebody books with what their calendar asks as well. */
export function formsWithQuestions(
  forms: Readonly<Record<FormId, FormDefinition>>,
  booking: readonly { formId: FormId; questions: readonly CalendarQuestion[] }[],
): Record<FormId, FormDefinition> {
  const all = { ...forms };
  for (const { formId, questions } of booking) {
    const form = forms[formId];
    if (form && questions.length > 0) all[formId] = withCalendarQuestions(form, questions);
  }
  return all;
}

/** Of what was answered in a form, what a calendar asked. */
export const calendarAnswers = (form: FormDefinition, answers: Answers): BookingAnswer[] =>
  labelledAnswers(
    { ...form, questions: form.questions.filter(({ key }) => key.startsWith(prefix)) },
    answers,
  ).map(({ question, answer }) => ({ label: question, answer }));
