import { consentsOf, type Answers, type FormDefinition } from '../forms/index.ts';
import { ownValue } from '../basics/index.ts';
import { emailKey, phoneKey } from './person-key.ts';
import { townOf } from './town-of.ts';

/** What somebody gave of themselves: on a form, or to the business. Empty text where it doesn't say. */
export interface ContactDetails {
  firstName: string;
  lastName: string;
  email: string;
  emailKey: string | null;
  phone: string;
  phoneKey: string | null;
  /** Ticked the agreement to texts. An empty tick takes an earlier agreement away from nobody. */
  textConsent: boolean;
}

/** Draws a person from the answers by the kinds of the questions, not by their names; phones as in the client's country. */
export function personFromAnswers(
  form: FormDefinition,
  answers: Answers,
  country: string,
): ContactDetails {
  const by = (kind: FormDefinition['questions'][number]['kind']) => {
    const question = form.questions.find(
      (question) => question.kind === kind && ownValue(answers, question.key) !== undefined,
    );
    return question ? String(ownValue(answers, question.key)) : '';
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
    phoneKey: phone ? phoneKey(phone, country) : null,
    textConsent: consentsOf(form, answers).some(({ purpose }) => purpose === 'texts'),
  };
}

/** The town that the answers name: that of an address, as far as it is written in a usual way. */
export function townFromAnswers(form: FormDefinition, answers: Answers): string {
  const towns = form.questions
    .filter(({ kind }) => kind === 'address')
    .map(({ key }) => townOf(String(ownValue(answers, key) ?? '')));
  return towns.find(Boolean) ?? '';
}

/** What was given of a known person that is not what is known of them; empty text where nothing differs. */
export interface AlsoGiven {
  name: string;
  email: string;
  phone: string;
}

/**
 * What a known person's details would become by others given later. Anybody can type anybody's email address: so only
 * what is empty is filled, and a name, email or phone that differs is noted beside what is known.
 *
 * A name is one thing: where a first or a last name is known, neither is filled from elsewhere. Phones that are written
 * differently and are the same number don't differ.
 */
export function differingDetails(
  known: Omit<ContactDetails, 'textConsent'>,
  given: Omit<ContactDetails, 'textConsent'>,
): AlsoGiven {
  const [knownName, givenName] = [fullName(known), fullName(given)];
  const isSameName = knownName.toLowerCase() === givenName.toLowerCase();
  const isSamePhone =
    given.phone === known.phone || (given.phoneKey !== null && given.phoneKey === known.phoneKey);
  return {
    name: knownName && !isSameName ? givenName : '',
    email: known.emailKey && given.emailKey !== known.emailKey ? given.email : '',
    phone: known.phone && !isSamePhone ? given.phone : '',
  };
}

/** Both names as one is called by them: `Ana Okafor`; either alone where the other is empty. */
export const fullName = ({ firstName, lastName }: { firstName: string; lastName: string }) =>
  [firstName, lastName].filter(Boolean).join(' ');

/**
 * Parts a name typed in one field: the first word is the first name, the rest the last name.
 * `"Ana Sofía Okafor"` gives `["Ana", "Sofía Okafor"]`; wrong for names written family first, which is why forms may ask twice.
 */
export function splitName(name: string): [first: string, last: string] {
  const [first = '', ...rest] = name.trim().split(/\s+/);
  return [first, rest.join(' ')];
}
