import type { Instant, PersonId } from '@plumgate/core/basics';
import type { EventKind } from '../../records/causes/consequences.ts';
import type { MovedRows } from '../../records/people/merges.table.ts';
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

/** Everything by which somebody could be known is being taken out of their record. */
export const madeAnonymous: EventKind<PersonHappening> = { name: 'made anonymous' };

/** Two records became one, or two again. */
export interface MergeHappening {
  /** The record that stays. */
  person: PersonHappening['person'];
  other: PersonId;
  /** What was moved, by the table it lies in; whoever moves more notes it here. */
  moved: MovedRows;
  at: Instant;
}

/** What is known of two people became one record: everything of the other's is now theirs. */
export const peopleMerged: EventKind<MergeHappening> = { name: 'people merged' };

/** A merge was undone: what was moved by it goes back. */
export const mergeUndone: EventKind<MergeHappening> = { name: 'merge undone' };
