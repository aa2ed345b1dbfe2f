import type { FormDefinition, Question } from './form.ts';
import type { MayHide } from './hidden-questions.ts';
import type { ShowIf } from './show-if.ts';

/** Questions that are asked together, on one of the screens of a form. */
export interface FormPart {
  title: string;
  showIf: ShowIf | null;
  questions: Question[];
}

/** The parts of a form in their order; a form in which no question starts one is a single part without a title. */
export function partsOf({ questions }: Pick<FormDefinition, 'questions'>): FormPart[] {
  const parts: FormPart[] = [];
  for (const question of questions) {
    const { startsPart } = question;
    if (startsPart || parts.length === 0)
      parts.push({ title: '', showIf: null, ...startsPart, questions: [] });
    parts.at(-1)!.questions.push(question);
  }
  return parts;
}

/** A form's questions with the rules that show them: those of their part, then their own. */
export const showRules = (form: Pick<FormDefinition, 'questions'>): MayHide[] =>
  partsOf(form).flatMap(({ showIf, questions }) =>
    questions.map((question) => ({
      key: question.key,
      rules: [showIf, question.showIf].filter((rule) => rule !== null),
    })),
  );
