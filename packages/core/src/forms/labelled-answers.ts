import { ownValue } from '../basics/own-value.ts';
import type { FormDefinition } from './form.ts';
import { answerWords, type Answers } from './read-answers.ts';

/** The answers with the questions' own words, in the form's order; what was left empty is left out. */
export function labelledAnswers(
  form: FormDefinition,
  answers: Answers,
): { question: string; answer: string }[] {
  return form.questions.flatMap((question) => {
    const answer = ownValue(answers, question.key);
    if (answer === undefined || answer === false) return [];
    return { question: question.label, answer: answerWords(answer) };
  });
}
