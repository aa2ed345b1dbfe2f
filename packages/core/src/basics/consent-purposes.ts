import { z } from 'zod';

/** What somebody agrees to by a consent. */
export const consentPurposes = {
  texts: 'Texts to their phone',
  emails: 'Emails beyond what they asked for',
  terms: 'Terms or a privacy policy',
  other: 'Something else',
} as const;
export const ConsentPurpose = z.enum(['texts', 'emails', 'terms', 'other']);
export type ConsentPurpose = z.infer<typeof ConsentPurpose>;
