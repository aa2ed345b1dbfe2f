import type { BookingView, CalendarView } from '@plumgate/contract';
import { minuteOf } from '@plumgate/core/opening';
import { placeOf } from './week.ts';

type Timed = { id: string } & Pick<BookingView, 'startsAt' | 'endsAt'>;

/** A booking's share of its day's width: the place from the left, and among how many. */
export interface Lane {
  index: number;
  of: number;
}

/** The hours a week shows: the opening hours of its calendars and whatever is booked, at least a working day. */
export function hoursShown(
  calendars: Pick<CalendarView, 'content'>[],
  bookings: Timed[],
  zone: string,
): { from: number; until: number } {
  const spans = calendars.flatMap(({ content: { rules, dates } }) =>
    // An event is on its dates alone, whatever its hours say.
    dates ? [] : [...rules.hours.flat(), ...rules.days.flatMap((day) => day.spans)],
  );
  const minutes = [
    9 * 60,
    17 * 60,
    ...spans.flatMap(({ from, to }) => [minuteOf(from), minuteOf(to)]),
    ...bookings.flatMap((booking) => {
      const { minute } = placeOf(booking.startsAt, zone);
      return [
        minute,
        minute + (Date.parse(booking.endsAt) - Date.parse(booking.startsAt)) / 60_000,
      ];
    }),
  ];
  return {
    from: Math.floor(Math.min(...minutes) / 60),
    until: Math.min(24, Math.ceil(Math.max(...minutes) / 60)),
  };
}

/** Gives bookings that overlap places side by side. */
export function sideBySide(bookings: Timed[]): Map<string, Lane> {
  const lanes = new Map<string, Lane>();
  let group: Timed[] = [];
  let until = 0;
  const settle = () => {
    for (const [index, one] of group.entries()) lanes.set(one.id, { index, of: group.length });
    group = [];
  };
  for (const booking of bookings) {
    if (Date.parse(booking.startsAt) >= until) settle();
    group.push(booking);
    until = Math.max(until, Date.parse(booking.endsAt));
  }
  settle();
  return lanes;
}
