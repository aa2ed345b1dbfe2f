import type { Instant } from '@plumgate/core/basics';
import type { EventKind } from '../../records/causes/consequences.ts';
import type { PersonRow } from '../../records/people/person-store.ts';

export interface PersonHappening {
  person: Pick<PersonRow, 'id' | 'clientId'>;
  at: Instant;
}

/** How somebody can be reached has changed: another number, no more mail, texts again. */
export const reachChanged: EventKind<PersonHappening> = { name: 'reach changed' };

/** Somebody wants no more mail. */
export const unsubscribed: EventKind<PersonHappening> = { name: 'unsubscribed' };

/** Somebody has answered a message. */
export const replied: EventKind<PersonHappening> = { name: 'replied' };
