import { isTick } from './read-answers.ts';
import type { FormDefinition, Question } from './form.ts';

/** Who answers forms when nobody does: a test visitor. The number is of those kept free for fiction. */
export const sampleVisitor = { first: 'Test', last: 'Visitor', phone: '(207) 555-0199' } as const;

/** Answers to every question of a form that it takes as good, as a browser would send them. `today` is `2026-11-05`. */
export function sampleAnswers(
  form: FormDefinition,
  given: { email: string; today: string },
): Record<string, string> {
  return Object.fromEntries(
    form.questions.map((question) => [question.key, answerTo(question, given)]),
  );
}

function answerTo(question: Question, { email, today }: { email: string; today: string }): string {
  if (isTick(question)) return 'yes';
  const { first, last, phone } = sampleVisitor;
  const answers: Partial<Record<Question['kind'], string>> = {
    'full-name': `${first} ${last}`,
    'first-name': first,
    'last-name': last,
    email,
    phone,
    number: '1',
    date: today,
    choice: question.options[0] ?? '',
    choices: question.options.slice(0, 2).join('\n'),
  };
  return answers[question.kind] ?? 'A test of the whole path';
}
