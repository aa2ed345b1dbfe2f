import type { PersonSummary } from '@plumgate/contract';
import { fullName } from '@plumgate/core/people';

/** What to call somebody: the name, else how they can be reached. */
export const nameOf = (
  person: Pick<PersonSummary, 'firstName' | 'lastName' | 'email' | 'phone'>,
): string => fullName(person) || person.email || person.phone || 'No name given';
