import type { ClientId, Instant } from '@plumgate/core/basics';
import type { EventKind } from '../../records/causes/consequences.ts';

/** The agency works for a client no more: what is under way for it ends. */
export const clientArchived: EventKind<{ clientId: ClientId; at: Instant }> = {
  name: 'client archived',
};
