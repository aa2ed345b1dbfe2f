import type { ClientRow } from '../../records/clients/table.ts';
import type { BookingId, Instant } from '@plumgate/core/basics';
import { bookingUid } from './booking-uid.ts';
import ical, { ICalAttendeeStatus, ICalCalendarMethod, ICalEventStatus } from 'ical-generator';

export interface FiledBooking {
  id: BookingId;
  startsAt: Instant;
  endsAt: Instant;
  changes: number;
  state: string;
  calendarName: string;
  where: string;
  person: { name: string; email: string };
}

const date = (at: Instant) => new Date(at.epochMilliseconds);

/**
 * A booking as an iCalendar file (RFC 5545; its METHOD by RFC 5546). The UID stays the same forever and SEQUENCE grows
 * with every change, so that a calendar program moves or removes what it took in before.
 */
export function calendarFile(
  booking: FiledBooking,
  client: Pick<ClientRow, 'name' | 'facts'>,
  given: { changeLink: string; now: Instant },
): { method: 'REQUEST' | 'CANCEL'; content: string } {
  const cancelled = booking.state === 'cancelled';
  const method = cancelled ? ICalCalendarMethod.CANCEL : ICalCalendarMethod.REQUEST;
  const file = ical({
    prodId: { company: 'Plum Gate', product: 'Bookings', language: 'EN' },
    method,
  });
  const organizer = client.facts.email && { name: client.name, email: client.facts.email };
  file.createEvent({
    id: bookingUid(booking.id),
    sequence: booking.changes,
    stamp: date(given.now),
    start: date(booking.startsAt),
    end: date(booking.endsAt),
    summary: `${booking.calendarName}, ${client.name}`,
    location: booking.where,
    description: cancelled ? '' : `Move or cancel: ${given.changeLink}`,
    status: cancelled ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
    ...(organizer && { organizer }),
    ...(booking.person.email && {
      attendees: [
        {
          name: booking.person.name || booking.person.email,
          email: booking.person.email,
          status: ICalAttendeeStatus.ACCEPTED,
        },
      ],
    }),
  });
  return { method: cancelled ? 'CANCEL' : 'REQUEST', content: file.toString() };
}
