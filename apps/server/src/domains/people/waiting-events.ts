import type { ClientId, PersonId, UserId } from '@plumgate/core/basics';
import type { EventKind } from '../../records/causes/consequences.ts';

/** Somebody waits no longer, or again. */
export const waitingChanged: EventKind<{ clientId: ClientId }> = { name: 'waiting changed' };

/** A submission has arrived, and its sender waits; whoever booked with it doesn't. */
export const leadArrived: EventKind<{
  clientId: ClientId;
  person: PersonId;
  assignee: UserId | null;
  /** Names the submission: each is told of once. */
  key: string;
}> = { name: 'lead arrived' };
