import type { MessageOutcome } from '@plumgate/contract';
import type { MessageState } from './outbox.table.ts';

/** Of a message of a paused campaign nobody is told more than that it has not left. */
export const statesOf: Record<MessageOutcome, MessageState[]> = {
  queued: ['queued', 'held'],
  sent: ['sent'],
  delivered: ['delivered'],
  failed: ['failed'],
  'left-out': ['left-out'],
};

/** What became of a message, as people are told. */
export const outcomeOf = (state: MessageState): MessageOutcome =>
  state === 'held' ? 'queued' : state;
