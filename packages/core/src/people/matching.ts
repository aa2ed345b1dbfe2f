import { z } from 'zod';
import type { ContactDetails } from './person-from-answers.ts';

/** By what somebody who writes again is known to be the same person. */
export const matchingModes = {
  email: {
    label: 'The email address',
    help: 'Whoever leaves no email address is known by their phone.',
  },
  phone: {
    label: 'The phone',
    help: 'Whoever leaves no phone is known by their email address. People who share a phone become one.',
  },
  either: {
    label: 'The email address or the phone',
    help: 'One of them is enough. People who share a phone become one.',
  },
  both: {
    label: 'The email address and the phone together',
    help: 'With only one of them in common, they are two people.',
  },
} as const;
export const Matching = z.enum(
  Object.keys(matchingModes) as [keyof typeof matchingModes, ...(keyof typeof matchingModes)[]],
);
export type Matching = z.infer<typeof Matching>;

/**
 * By what a person is unlike every other of their client, the strongest first: `e:ana@example.com`, `p:+12075550117`. A
 * record is kept under the first. Empty for somebody who left neither an email address nor a phone.
 */
export function matchKeys(
  matching: Matching,
  { emailKey, phoneKey }: Pick<ContactDetails, 'emailKey' | 'phoneKey'>,
): string[] {
  const email = emailKey ? [`e:${emailKey}`] : [];
  const phone = phoneKey ? [`p:${phoneKey}`] : [];
  switch (matching) {
    case 'email':
      return [...email, ...phone].slice(0, 1);
    case 'phone':
      return [...phone, ...email].slice(0, 1);
    case 'either':
      return [...email, ...phone];
    case 'both':
      return emailKey && phoneKey ? [`b:${emailKey} ${phoneKey}`] : [...email, ...phone];
  }
}
