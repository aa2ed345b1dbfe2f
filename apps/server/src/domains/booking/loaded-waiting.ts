import type { CalendarRow } from '../../records/booking/table.ts';
import type { waitingList } from '../../records/booking/waiting-list.table.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import type { PersonRow } from '../../records/people/person-store.ts';

export type WaitingRow = typeof waitingList.$inferSelect;

/** Somebody who waits, with all that their messages speak of. */
export interface LoadedWaiting {
  entry: WaitingRow;
  calendar: CalendarRow;
  person: PersonRow;
  client: ClientRow;
}
