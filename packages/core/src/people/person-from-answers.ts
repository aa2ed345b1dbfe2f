import type { Answers, FormDefinition } from '../forms/index.ts';
import { emailKey, phoneKey } from './person-key.ts';

/** What a submission tells of who wrote it. Empty text where it doesn't say. */
export interface PersonSketch {
  firstName: string;
  lastName: string;
  email: string;
  emailKey: string | null;
  phone: string;
  phoneKey: string | null;
  /** Ticked the agreement to texts. An empty tick takes an earlier agreement away from nobody. */
  textConsent: boolean;
}

/** Draws a person from the answers by the kinds of the questions, not by their names. */
export function personFromAnswers(form: FormDefinition, answers: Answers): PersonSketch {
  const by = (kind: FormDefinition['questions'][number]['kind']) => {
    const question = form.questions.find(
      (question) => question.kind === kind && answers[question.key] !== undefined,
    );
    return question ? String(answers[question.key]) : '';
  };
  const [first, last] = splitName(by('full-name'));
  const email = by('email');
  const phone = by('phone');
  return {
    firstName: by('first-name') || first,
    lastName: by('last-name') || last,
    email,
    emailKey: email ? emailKey(email) : null,
    phone,
    phoneKey: phone ? phoneKey(phone) : null,
    textConsent: by('text-consent') === 'true',
  };
}

/**
 * Parts a name typed in one field: the first word is the first name, the rest the last name.
 * `"Ana Sofía Okafor"` gives `["Ana", "Sofía Okafor"]`; wrong for names written family first, which is why forms may ask twice.
 */
export function splitName(name: string): [first: string, last: string] {
  const [first = '', ...rest] = name.trim().split(/\s+/);
  return [first, rest.join(' ')];
}
