import type { PersonSummary } from '@plumgate/contract';

/** What to call somebody: the name, else how they can be reached. */
export const nameOf = (
  person: Pick<PersonSummary, 'firstName' | 'lastName' | 'email' | 'phone'>,
): string =>
  [person.firstName, person.lastName].filter(Boolean).join(' ') ||
  person.email ||
  person.phone ||
  'No name given';
