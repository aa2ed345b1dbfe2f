import { splitName, type ContactDetails } from './person-from-answers.ts';
import { emailKey, phoneKey } from './person-key.ts';

/** Who somebody is as it was typed by hand: the name in one, each part empty where it is not known. */
export function contactFrom(
  typed: { name: string; email: string; phone: string },
  country: string,
): ContactDetails {
  const [firstName, lastName] = splitName(typed.name);
  return {
    ...{ firstName, lastName, email: typed.email, phone: typed.phone, textConsent: false },
    emailKey: typed.email ? emailKey(typed.email) : null,
    phoneKey: typed.phone ? phoneKey(typed.phone, country) : null,
  };
}
