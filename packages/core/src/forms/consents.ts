import { ownValue } from '../basics/own-value.ts';
import type { ConsentPurpose } from '../basics/consent-purposes.ts';
import type { FormDefinition } from './form.ts';
import type { Answers } from './read-answers.ts';

/** What somebody agreed to by a form: for what, and the exact words beside the box that was ticked. */
export interface ConsentGiven {
  question: string;
  purpose: ConsentPurpose;
  words: string;
}

/** The consents that were given with answers; a box that was left empty is none, and takes nothing away. */
export const consentsOf = (form: FormDefinition, answers: Answers): ConsentGiven[] =>
  form.questions.flatMap(({ kind, key, purpose, label }) =>
    kind === 'consent' && ownValue(answers, key) === true
      ? [{ question: key, purpose, words: label }]
      : [],
  );
