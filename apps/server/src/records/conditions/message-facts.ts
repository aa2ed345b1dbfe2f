import type { Term } from '@plumgate/core/conditions';

/** The line of a timeline by which it is known what went to somebody and came from them. */
export const messageFacts = {
  'got-email': 'sent',
  'got-text': 'texted',
  answered: 'replied',
} as const satisfies Record<Extract<Term, { about: 'message' }>['is'], string>;
