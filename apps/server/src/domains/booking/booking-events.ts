import type { CalendarRow, BookingRow } from '../../records/booking/table.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import type { Instant } from '@plumgate/core/basics';
import type { EventKind } from '../../records/causes/consequences.ts';
import type { PersonRow } from '../../records/people/person-store.ts';

export interface BookingHappening {
  booking: BookingRow;
  calendar: CalendarRow;
  person: PersonRow;
  client: ClientRow;
  /** Who did it. */
  by: 'visitor' | 'business';
  at: Instant;
}

/** Somebody has booked a time. */
export const bookingMade: EventKind<BookingHappening> = { name: 'booking made' };

/** Somebody came to their booking. */
export const bookingKept: EventKind<BookingHappening> = { name: 'booking kept' };

/** Somebody did not come to their booking. */
export const bookingMissed: EventKind<BookingHappening> = { name: 'booking missed' };

/** A booking has another time, or was cancelled. */
export const bookingChanged: EventKind<BookingHappening> = { name: 'booking changed' };
