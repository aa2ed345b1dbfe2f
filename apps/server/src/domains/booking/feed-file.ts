import type { BookingId, CalendarId, Instant } from '@plumgate/core/basics';
import type { BookingAnswer } from '@plumgate/core/booking';
import ical, { ICalCalendarMethod } from 'ical-generator';
import { bookingUid } from './booking-uid.ts';

export interface FedBooking {
  id: BookingId;
  calendarId: CalendarId;
  startsAt: Instant;
  endsAt: Instant;
  changes: number;
  state: string;
  calendarName: string;
  isEvent: boolean;
  seats: number;
  where: string;
  /** Who of the staff it is with; empty for nobody by name. */
  with: string;
  person: { name: string; email: string; phone: string };
  answers: readonly BookingAnswer[];
}

const date = (at: Instant) => new Date(at.epochMilliseconds);

/** Calendar programs ask again after so many seconds (RFC 7986, section 5.7). */
const askAgain = 900;

/**
 * Bookings as an iCalendar file to subscribe to (RFC 5545; METHOD:PUBLISH by RFC 5546): an entry for each, and of an event one
 * for each date with how many are signed up.
 */
export function feedFile(
  bookings: readonly FedBooking[],
  { name, now }: { name: string; now: Instant },
): string {
  const file = ical({
    prodId: { company: 'Plum Gate', product: 'Bookings', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
    name,
    ttl: askAgain,
  });
  for (const booking of bookings.filter(({ isEvent }) => !isEvent))
    file.createEvent({
      ...times(booking, now),
      id: bookingUid(booking.id),
      sequence: booking.changes,
      summary: [booking.person.name || booking.person.email, booking.calendarName]
        .filter(Boolean)
        .join(', '),
      location: booking.where,
      description: linesOf(booking),
    });
  for (const [key, signedUp] of byDate(bookings.filter(({ isEvent }) => isEvent))) {
    const [first] = signedUp as [FedBooking];
    file.createEvent({
      ...times(first, now),
      id: bookingUid(key),
      // It grows with every change of any of them, and never goes back: nobody's booking is taken from the sum.
      sequence: signedUp.reduce((sum, { changes }) => sum + changes, 0),
      summary: `${first.calendarName} (${signedUp.length} of ${first.seats})`,
      location: first.where,
      description: signedUp
        .map(({ person }) => person.name || person.email || person.phone)
        .join('\n'),
    });
  }
  return file.toString();
}

const times = ({ startsAt, endsAt }: FedBooking, now: Instant) => ({
  ...{ stamp: date(now), start: date(startsAt), end: date(endsAt) },
});

const linesOf = ({ person, answers, ...booking }: FedBooking): string =>
  [
    booking.with && `With: ${booking.with}`,
    person.phone && `Phone: ${person.phone}`,
    person.email && `Email: ${person.email}`,
    ...answers.map(({ label, answer }) => `${label}: ${answer}`),
  ]
    .filter(Boolean)
    .join('\n');

/** Who is signed up for each date of each event. */
function byDate(bookings: readonly FedBooking[]): Map<string, FedBooking[]> {
  const dates = new Map<string, FedBooking[]>();
  for (const booking of bookings) {
    const key = `${booking.calendarId}-${booking.startsAt.epochMilliseconds}`;
    const known = dates.get(key);
    if (known) known.push(booking);
    else dates.set(key, [booking]);
  }
  return dates;
}
