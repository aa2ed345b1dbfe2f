import type { BookingView } from '@plumgate/contract';
import { whenWords, zoneNote, type Instant, type StaffId } from '@plumgate/core/basics';
import { bookedPlace, bookingPlaceWords } from '@plumgate/core/booking';
import { addressLine } from '@plumgate/core/clients';
import { personFields } from '@plumgate/core/people';
import { eq, sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { staffTimes } from '../../records/booking/staff-times.table.ts';
import {
  bookings,
  calendars,
  type BookingRow,
  type CalendarRow,
} from '../../records/booking/table.ts';
import { staff } from '../../records/clients/record-tables.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';

/** A booking with all that its messages speak of. */
export interface LoadedBooking {
  booking: BookingRow;
  calendar: CalendarRow;
  person: PersonRow;
  client: ClientRow;
  /** Who of the staff it is with; null for nobody by name. */
  staff: { id: StaffId; name: string } | null;
  /** Where they are notified; empty or null for nowhere. */
  staffEmail: string | null;
}

/** Bookings with all that their messages speak of. */
export const selectBookings = (db: Queries) =>
  db
    .select({
      booking: bookings,
      calendar: calendars,
      person: people,
      client: clients,
      staff: { id: staff.id, name: staff.name },
      staffEmail: sql<string | null>`${staffTimes.content}->>'email'`,
    })
    .from(bookings)
    .innerJoin(calendars, eq(calendars.id, bookings.calendarId))
    .innerJoin(people, eq(people.id, bookings.personId))
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .leftJoin(staff, eq(staff.id, bookings.staffId))
    .leftJoin(staffTimes, eq(staffTimes.staffId, bookings.staffId));

/** Where a booking happens, as its person reads it. */
export const placeOf = ({
  booking,
  calendar,
  client,
  person,
}: Pick<LoadedBooking, 'booking' | 'calendar' | 'client' | 'person'>): string =>
  bookingPlaceWords(
    bookedPlace(calendar.content, booking.place),
    addressLine(client.facts),
    person.phone,
  );

/** When a booking is, by the clock of its calendar; the zone is named where it is not the client's. */
export const whenOf = ({
  booking,
  ...of
}: Pick<LoadedBooking, 'booking' | 'calendar' | 'client'>): string =>
  momentWords(of, booking.startsAt);

/** A moment by the clock of a calendar; the zone is named where it is not the client's. */
export function momentWords(
  { calendar, client }: Pick<LoadedBooking, 'calendar' | 'client'>,
  at: Instant,
): string {
  const { zone } = calendar.content.rules;
  const { zone: clientZone, locale } = client.facts;
  return whenWords(at, zone, locale) + zoneNote(at, zone, clientZone, locale);
}

/** A booking on the wire. */
export function bookingView(loaded: LoadedBooking): BookingView {
  const { booking, calendar, person, staff: who } = loaded;
  const place = calendar.content.places.find(({ id }) => id === booking.place);
  return {
    id: booking.id,
    calendarId: calendar.id,
    calendarName: calendar.content.name,
    startsAt: booking.startsAt.toString(),
    endsAt: booking.endsAt.toString(),
    state: booking.state,
    person: {
      id: person.id,
      name: personFields(person).name!,
      email: person.email,
      phone: person.phone,
    },
    staff: who,
    place: place?.name ?? null,
    answers: booking.answers,
    deposit: booking.deposit,
  };
}
