import parsePhoneNumber from 'libphonenumber-js';

/**
 * The form of an email address by which two submissions are one person: trimmed, lower case, no inner spaces.
 * The part before the @ is case-sensitive by RFC 5321 but treated alike by every mail host in use (common practice, no source).
 */
export function emailKey(email: string): string {
  return email.replace(/\s+/g, '').toLowerCase();
}

/**
 * A phone number in E.164, for example `(207) 555-0117` in the US gives `+12075550117`; null when it can't be a number.
 * Length decides, not assignment: numbers kept for fiction, such as 555-0100, are good here.
 */
export function phoneKey(phone: string, country: 'US' | 'GB' = 'US'): string | null {
  const parsed = parsePhoneNumber(phone, country);
  return parsed?.isPossible() ? parsed.number : null;
}
