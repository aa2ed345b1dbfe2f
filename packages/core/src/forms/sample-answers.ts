import { isTick, stepsOf, type FormDefinition, type Question } from './form.ts';
import { uploadsText } from './uploads.ts';
import type { TextPattern } from './text-patterns.ts';

/** Who answers forms when nobody does: a test visitor. The number is of those kept free for fiction. */
export const sampleVisitor = { first: 'Test', last: 'Visitor', phone: '(207) 555-0199' } as const;

/** A file that nobody sent: a test visitor has none. */
const noUpload = '00000000-0000-4000-8000-000000000000';

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
    number: String(question.limits.least ?? question.limits.most ?? 1),
    date: today,
    time: '09:00',
    website: 'https://example.com/',
    rating: String(stepsOf(question.scale).at(-1)),
    hidden: '',
    file: uploadsText([{ upload: noUpload, name: 'test.pdf', bytes: 1 }]),
    choice: question.options[0] ?? '',
    choices: question.options.slice(0, question.limits.least ?? 2).join('\n'),
  };
  return answers[question.kind] ?? sampleText(question);
}

const fitting: Record<TextPattern, string> = {
  letters: 'Test',
  digits: '1000',
  year: '1998',
  'us-zip': '04401',
  'ca-postal-code': 'E1C 4Z6',
};

function sampleText({ limits: { least, most, pattern } }: Question): string {
  const text = pattern ? fitting[pattern] : 'A test of the whole path';
  return text.padEnd(least ?? 0, text).slice(0, most ?? undefined);
}
