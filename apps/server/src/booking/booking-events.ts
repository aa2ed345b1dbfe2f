import type { Instant } from '@plumgate/core/basics';
import type { ClientRow } from '../clients/client.service.ts';
import type { EventKind } from '../followup/consequences.ts';
import type { PersonRow } from '../people/person-store.ts';
import type { CalendarRow } from './calendar.service.ts';
import type { BookingRow } from './booking.service.ts';

export interface BookingHappening {
  booking: BookingRow;
  calendar: CalendarRow;
  person: PersonRow;
  client: ClientRow;
  at: Instant;
}

/** Somebody has booked a time. */
export const bookingMade: EventKind<BookingHappening> = { name: 'booking made' };

/** A booking has another time, or was cancelled. */
export const bookingChanged: EventKind<BookingHappening> = { name: 'booking changed' };
