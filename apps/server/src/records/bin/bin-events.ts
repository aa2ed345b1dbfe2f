import type { BinKind } from '@plumgate/contract';
import type { ClientId, Instant } from '@plumgate/core/basics';
import type { EventKind } from '../causes/consequences.ts';

/** Something was moved to the bin. */
export const removed: EventKind<{
  kind: BinKind;
  id: string;
  clientId: ClientId | null;
  at: Instant;
}> = { name: 'removed' };
