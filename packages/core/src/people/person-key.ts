import parsePhoneNumber, { isSupportedCountry } from 'libphonenumber-js';

/**
 * The form of an email address by which two submissions are one person: trimmed, lower case, no inner spaces.
 * The part before the @ is case-sensitive by RFC 5321 but treated alike by every mail host in use (common practice, no source).
 */
export function emailKey(email: string): string {
  return email.replace(/\s+/g, '').toLowerCase();
}

/**
 * A phone number in E.164: `(207) 555-0117` in the US gives `+12075550117`, `020 7946 0018` in GB `+442079460018`; null
 * when it can't be a number. A number without its country's code is read as people of `country` (ISO 3166-1) write theirs.
 * Length decides, not assignment: numbers kept for fiction, such as 555-0100, are good here.
 */
export function phoneKey(phone: string, country: string): string | null {
  const parsed = parsePhoneNumber(phone, isSupportedCountry(country) ? country : 'US');
  return parsed?.isPossible() ? parsed.number : null;
}

/** A number as `tel:` and `sms:` addresses write it (RFC 3966): whole where it can be read, else its digits. */
export const dialled = (phone: string, country: string): string =>
  phoneKey(phone, country) ?? phone.replace(/[^\d+]/g, '');

/** A number by its key as people of a country write it, `(207) 555-0117`; another country's with its prefix. */
export function phoneWords(key: string, country: string): string {
  const number = parsePhoneNumber(key);
  if (!number) return key;
  return number.country === country ? number.formatNational() : number.formatInternational();
}
