import type { StaffId } from '@plumgate/core/basics';
import type { CalendarRow } from '../../records/booking/table.ts';
import type { waitingList } from '../../records/booking/waiting-list.table.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import type { PersonRow } from '../../records/people/person-store.ts';

import { placeIn } from './wishes.ts';

export type WaitingRow = typeof waitingList.$inferSelect;

/** Somebody who waits, with all that their messages speak of. */
export interface LoadedWaiting {
  entry: WaitingRow;
  calendar: CalendarRow;
  person: PersonRow;
  client: ClientRow;
  /** Whom of the staff they want to see; null for anybody. */
  staff: { id: StaffId; name: string } | null;
}

/** At which of several places they want a seat; null where there is one. */
export function placeWishedBy({ entry, calendar }: Pick<LoadedWaiting, 'entry' | 'calendar'>) {
  const id = placeIn(calendar, entry.wishedPlace);
  return calendar.content.places.find((place) => place.id === id) ?? null;
}

/** What they wait for, as it is named to them: `Hygiene visit, with Dr. Ines Rook, Mill Lane`. */
export const waitedForWords = ({ entry, calendar, staff }: LoadedWaiting): string =>
  [calendar.content.name, staff && `with ${staff.name}`, placeWishedBy({ entry, calendar })?.name]
    .filter(Boolean)
    .join(', ');
