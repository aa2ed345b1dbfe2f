import type { BookingView, CalendarView } from '@plumgate/contract';
import { eventDates } from '@plumgate/core/booking';
import { Temporal } from 'temporal-polyfill';

/** One date of an event, as a calendar shows it: in place of everybody who is signed up for it. */
export interface Gathering {
  id: string;
  calendarId: string;
  name: string;
  startsAt: string;
  endsAt: string;
  people: number;
  seats: number;
}

/** The dates of events between two moments, also those that nobody is signed up for yet. */
export function gatheringsBetween(
  calendars: readonly Pick<CalendarView, 'id' | 'content'>[],
  bookings: readonly Pick<BookingView, 'calendarId' | 'startsAt' | 'state'>[],
  from: string,
  until: string,
): Gathering[] {
  return calendars.flatMap(({ id, content: { name, dates, rules } }) =>
    dates
      ? eventDates(
          dates,
          rules.zone,
          Temporal.Instant.from(from),
          Temporal.Instant.from(until),
        ).map(({ start }) => ({
          id: `${id} ${start.toString()}`,
          calendarId: id,
          name,
          startsAt: start.toString(),
          endsAt: start.add({ minutes: rules.length }).toString(),
          people: bookings.filter(
            (one) =>
              one.calendarId === id &&
              one.state !== 'cancelled' &&
              Date.parse(one.startsAt) === start.epochMilliseconds,
          ).length,
          seats: rules.seats,
        }))
      : [],
  );
}

/** Of some bookings, those that stand for themselves: not seats of an event on one of its dates. */
export function aloneStanding<Booking extends Pick<BookingView, 'calendarId' | 'startsAt'>>(
  bookings: readonly Booking[],
  gatherings: readonly Gathering[],
): Booking[] {
  const gathered = new Set(
    gatherings.map(({ calendarId, startsAt }) => `${calendarId} ${Date.parse(startsAt)}`),
  );
  return bookings.filter(
    ({ calendarId, startsAt }) => !gathered.has(`${calendarId} ${Date.parse(startsAt)}`),
  );
}
