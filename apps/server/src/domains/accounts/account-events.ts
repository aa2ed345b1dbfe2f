import type { ClientId, Instant, UserId } from '@plumgate/core/basics';
import type { EventKind } from '../../records/causes/consequences.ts';

/** Somebody's work goes to somebody else, or to nobody where that one doesn't work for the client. */
export interface HandOver {
  from: UserId;
  to: UserId | null;
  /** The clients whose work changes hands; null for all. */
  only: readonly ClientId[] | null;
  /** Who says so. */
  by: string;
  at: Instant;
}

export const workHandedOver: EventKind<HandOver> = { name: 'work handed over' };
