import type { MessageTerm } from '@plumgate/core/conditions';

/** The lines of a timeline by which it is known what went to somebody and came from them: any of them. */
export const messageFacts = {
  'got-email': ['sent'],
  'got-text': ['texted'],
  // Whoever follows a link of an email has opened it, whatever their mail program tells.
  opened: ['opened', 'clicked'],
  clicked: ['clicked'],
  answered: ['replied'],
} as const satisfies Record<MessageTerm, readonly string[]>;

/** All of them. */
export const messageKinds: readonly string[] = [...new Set(Object.values(messageFacts).flat())];
