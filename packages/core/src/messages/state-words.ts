/**
 * What becomes of a message, from its plan on, in the words that every screen has for it: a step of a sequence is planned,
 * queued as it falls due, and then what its message is.
 */
export const messageStateWords = {
  planned: 'Planned',
  queued: 'Queued',
  sent: 'Sent',
  delivered: 'Delivered',
  failed: 'Failed',
  'left-out': 'Left out',
} as const;
