import type { Instant } from '@plumgate/core/basics';
import type { EventKind } from '../../records/causes/consequences.ts';
import type { LoadedBooking } from './loaded-booking.ts';

export interface BookingHappening extends LoadedBooking {
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
