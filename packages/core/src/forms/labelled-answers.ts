import { ownValue } from '../basics/own-value.ts';
import { dateWords, usualCountry } from './of-country.ts';
import type { FormDefinition } from './form.ts';
import { answerWords, type Answers } from './read-answers.ts';

/** The answers with the questions' own words, in the form's order, days as the country writes them; what was left empty is left out. */
export function labelledAnswers(
  form: FormDefinition,
  answers: Answers,
  country: string = usualCountry,
): { question: string; answer: string }[] {
  return form.questions.flatMap((question) => {
    const answer = ownValue(answers, question.key);
    if (answer === undefined || answer === false) return [];
    const isDay = question.kind === 'date' && typeof answer === 'string';
    return {
      question: question.label,
      answer: isDay ? dateWords(answer, country) : answerWords(answer),
    };
  });
}
