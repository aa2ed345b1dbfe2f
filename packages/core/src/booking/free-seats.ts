import type { StaffId } from '../basics/index.ts';
import { minuteOf, type Week } from '../opening/index.ts';
import type { Calendar } from './calendar.ts';
import { busiest, firstFrom, takenTimes, type TakenTime } from './taken.ts';
import { joined, type Stretch, type WallDay } from './wall-day.ts';

/** Somebody who takes bookings of a calendar, and when they can't. */
export interface StaffTime {
  id: StaffId;
  /** Their own hours, by the wall of the calendar; null for whenever the calendar is open. */
  hours: Week | null;
  /** What they have booked in any calendar. */
  bookings: readonly TakenTime[];
  /** Their time off, and what their own calendars say. No space is kept from it. */
  busy: readonly Pick<TakenTime, 'start' | 'end'>[];
}

/** What is free in a stretch of time. */
export interface Free {
  seats: number;
  /** Who can take one more; empty for a calendar without staff. */
  staff: StaffId[];
}

/** The minutes that two bookings of a calendar keep from each other. */
export const spaceBetween = (calendar: Pick<Calendar, 'before' | 'after'>): number =>
  Math.max(calendar.before, calendar.after);

/**
 * How many seats a calendar has left in a stretch, in epoch milliseconds. With staff each of them has the calendar's seats, in
 * their own hours and while nothing keeps them; a booking that is with nobody by name takes a seat from them all together.
 */
export function freeSeats(given: {
  calendar: Pick<Calendar, 'zone' | 'seats' | 'before' | 'after'>;
  bookings: readonly TakenTime[];
  staff?: readonly StaffTime[] | null | undefined;
  /** The local days that will be asked about, with one on each side for what begins or ends beyond them. */
  days: readonly WallDay[];
}): (start: number, end: number) => Free {
  const { calendar, bookings, staff, days } = given;
  const space = spaceBetween(calendar) * 60_000;
  if (!staff) {
    const taken = takenTimes(bookings, space);
    return (start, end) => ({ seats: calendar.seats - busiest(taken, start, end), staff: [] });
  }
  const withNobody = takenTimes(
    bookings.filter((one) => !one.staff),
    space,
  );
  const people = staff.map((one) => ({
    id: one.id,
    taken: takenTimes(one.bookings, space),
    busy: within(
      joined(
        one.busy.map(({ start, end }) => ({
          start: start.epochMilliseconds,
          end: end.epochMilliseconds,
        })),
      ),
    ),
    works: one.hours && within(stretchesOf(one.hours, days)),
  }));
  return (start, end) => {
    const free: Free = { seats: 0, staff: [] };
    for (const { id, taken, busy, works } of people) {
      if (works && !works.holds(start, end)) continue;
      if (busy.touches(start, end)) continue;
      const seats = calendar.seats - busiest(taken, start, end);
      if (seats <= 0) continue;
      free.seats += seats;
      free.staff.push(id);
    }
    if (free.seats > 0) free.seats -= busiest(withNobody, start, end);
    return free;
  };
}

/** Questions to stretches that are in order and apart from each other. */
function within(stretches: readonly Stretch[]) {
  const ends = stretches.map(({ end }) => end);
  const at = (start: number) => stretches[firstFrom(ends, start + 1)];
  return {
    /** Whether one of them has some of this stretch. */
    touches: (start: number, end: number) => (at(start)?.start ?? Infinity) < end,
    /** Whether one of them has this stretch wholly. */
    holds: (start: number, end: number) => {
      const one = at(start);
      return one !== undefined && one.start <= start && end <= one.end;
    },
  };
}

/** The hours of a week on some days. */
const stretchesOf = (hours: Week, days: readonly WallDay[]): Stretch[] =>
  joined(
    days.flatMap((day) =>
      hours[day.weekday - 1]!.flatMap(({ from, to }) =>
        day.stretches(minuteOf(from), minuteOf(to)),
      ),
    ),
  );
