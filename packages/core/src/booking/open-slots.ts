import { Temporal } from 'temporal-polyfill';
import type { Instant, StaffId } from '../basics/index.ts';
import type { Calendar } from './calendar.ts';
import { eventDates, type EventDates } from './event-dates.ts';
import { freeSeats, spaceBetween, type StaffTime } from './free-seats.ts';
import { busiest, firstFrom, takenTimes, type Taken, type TakenTime } from './taken.ts';
import { closedOn, minuteOf, type ClosedSpan, type Span } from '../opening/index.ts';
import { joined, wallDays, type Stretch, type WallDay } from './wall-day.ts';

/** A start that may be booked. */
export interface Slot {
  start: Instant;
  end: Instant;
  /** The wall time of the start in the calendar's zone, `2026-11-01T01:30`, and its offset from UTC, `-04:00`. */
  local: string;
  offset: string;
  /** Where the clocks go back and this wall time comes twice: which of the two it is. Null on any other day. */
  repeated: 'first' | 'second' | null;
  /** Seats that are still free, at least 1. */
  left: number;
  /** Who can take it, of a calendar that has staff. */
  staff?: readonly StaffId[];
}

const minute = 60_000;

/**
 * The free starts of a calendar from `from` up to but not including `until`, in the order of time.
 *
 * - Starts lie on the grid of `startEvery` minutes counted from where each span opens, as local wall times. A wall time
 *   that a clock change skips is not offered; one that comes twice is offered once for each moment (`repeated`).
 * - A slot fits wholly into hours without a pause: spans that touch, within a day or over midnight, are one. Where the
 *   clocks go back, hours that end within the repeated hour end each time they are reached. The space before and after is kept from other bookings, not from closing time:
 *   between two bookings lie at least `before` and at least `after` minutes, whichever is more.
 * - `seats` bookings may lie at the same time; a start is offered while the busiest moment of its time has one left.
 *   `left` never promises more than `mostPerDay` allows.
 * - Notice is counted in real minutes from `now`, `ahead` in local days after the day of `now`; on a local day that holds
 *   `mostPerDay` bookings nothing more is offered.
 *
 * - With `staff` a start is offered while one of them can take it: see `freeSeats`. The space is kept between the bookings
 *   of each, in whatever calendar.
 * - An event (`dates`) is offered on its dates alone, whatever the hours and the staff; notice, horizon and seats are asked as above.
 *
 * Nothing is offered where `until` is not after `from`. Shapes: `calendar` as `Calendar`; instants as `Temporal.Instant`.
 */
export function openSlots(given: {
  calendar: Calendar;
  /** The dates of an event, in place of hours; left out or null for none. */
  dates?: EventDates | null;
  /** The client's holidays; hours that a calendar has of its own for such a day go before them. */
  closed: readonly ClosedSpan[];
  bookings: readonly TakenTime[];
  /** Who takes the bookings of a calendar; left out or null where that is nobody by name. */
  staff?: readonly StaffTime[] | null;
  from: Instant;
  until: Instant;
  now: Instant;
}): Slot[] {
  const { calendar, closed } = given;
  const now = given.now.epochMilliseconds;
  const earliest = Math.max(given.from.epochMilliseconds, now + calendar.notice * minute);
  const latest = given.until.epochMilliseconds;
  if (latest <= earliest) return [];
  const counts = given.dates || calendar.mostPerDay !== null;
  const taken = takenTimes(counts ? given.bookings : [], spaceBetween(calendar) * minute);
  const last = localDate(now, calendar.zone).add({ days: calendar.ahead }).toString();
  if (given.dates) return eventSlots(calendar, given.dates, taken, { earliest, latest, last });
  const days = daysAround(earliest, Math.min(latest, dayAfter(last, calendar.zone)), calendar.zone);
  const free = freeSeats({ calendar, bookings: given.bookings, staff: given.staff, days });
  const open: { day: WallDay; start: Start; left: number; staff: readonly StaffId[] }[] = [];
  for (const [index, day] of days.entries()) {
    const tomorrow = days[index + 1];
    if (!tomorrow || day.date > last || day.start >= latest) break;
    if (day.end <= earliest) continue;
    const leftOfDay = leftOn(calendar, taken, day);
    if (leftOfDay <= 0) continue;
    for (const start of startsOf(calendar, closed, day, tomorrow)) {
      if (start.at < earliest || start.at >= latest) continue;
      const { seats, staff } = free(start.at, start.at + calendar.length * minute);
      const left = Math.min(seats, leftOfDay);
      if (left > 0) open.push({ day, start, left, staff });
    }
  }
  return open
    .sort((a, b) => a.start.at - b.start.at)
    .map(({ day, start, left, staff }) => ({
      ...slotAt(calendar, day, start, left),
      ...(given.staff && { staff }),
    }));
}

/** The dates of an event on which a seat is left. */
function eventSlots(
  calendar: Calendar,
  dates: EventDates,
  taken: Taken,
  { earliest, latest, last }: { earliest: number; latest: number; last: string },
): Slot[] {
  const [from, until] = [earliest, latest].map((at) =>
    Temporal.Instant.fromEpochMilliseconds(Math.ceil(at)),
  ) as [Instant, Instant];
  return eventDates(dates, calendar.zone, from, until)
    .filter(({ local }) => local.slice(0, 10) <= last)
    .map(({ start, local }) => {
      const at = start.epochMilliseconds;
      const end = start.add({ minutes: calendar.length });
      const left = calendar.seats - busiest(taken, at, end.epochMilliseconds);
      const { offset } = start.toZonedDateTimeISO(calendar.zone);
      return { start, end, local, offset, repeated: null, left };
    })
    .filter(({ left }) => left > 0);
}

/** Whether one more booking fits at a start, seats and space alone: hours, notice and horizon are not asked. */
export function fitsBeside(
  calendar: Calendar,
  bookings: readonly TakenTime[],
  start: Instant,
): boolean {
  const at = start.epochMilliseconds;
  const taken = takenTimes(bookings, spaceBetween(calendar) * minute);
  return busiest(taken, at, at + calendar.length * minute) < calendar.seats;
}

interface Start {
  at: number;
  minute: number;
  repeated: Slot['repeated'];
}

type Closed = readonly ClosedSpan[];

const spansOn = (calendar: Calendar, closed: Closed, day: WallDay): Span[] =>
  calendar.days.find((special) => special.date === day.date)?.spans ??
  (closedOn(closed, day.date) ? [] : calendar.hours[day.weekday - 1]!);

const stretchesOn = (calendar: Calendar, closed: Closed, day: WallDay): Stretch[] =>
  spansOn(calendar, closed, day).flatMap(({ from, to }) =>
    day.stretches(minuteOf(from), minuteOf(to)),
  );

/** Every start of a day that its hours allow, taken or not; one late in the day may last into the next. */
function* startsOf(
  calendar: Calendar,
  closed: Closed,
  day: WallDay,
  tomorrow: WallDay,
): Generator<Start> {
  const hours = joined([
    ...stretchesOn(calendar, closed, day),
    ...stretchesOn(calendar, closed, tomorrow),
  ]);
  const fits = (at: number) =>
    hours.some(({ start, end }) => start <= at && at + calendar.length * minute <= end);
  for (const span of spansOn(calendar, closed, day)) {
    const [opens, closes] = [minuteOf(span.from), minuteOf(span.to)];
    for (let wall = opens; wall < closes; wall += calendar.startEvery) {
      const moments = day.moments(wall);
      for (const [index, at] of moments.entries()) {
        if (!fits(at)) continue;
        const repeated = moments.length > 1 ? (index === 0 ? 'first' : 'second') : null;
        yield { at, minute: wall, repeated };
      }
    }
  }
}

/** How many more bookings a day may hold. */
function leftOn(calendar: Calendar, taken: Taken, day: WallDay): number {
  if (calendar.mostPerDay === null) return Number.POSITIVE_INFINITY;
  const held = firstFrom(taken.starts, day.end) - firstFrom(taken.starts, day.start);
  return calendar.mostPerDay - held;
}

/** The local days that a stretch of moments touches, with one on each side. */
function daysAround(from: number, until: number, zone: string): WallDay[] {
  const days: WallDay[] = [];
  for (const day of wallDays(localDate(from, zone).subtract({ days: 1 }), zone)) {
    days.push(day);
    if (day.start >= until) return days;
  }
  return days;
}

/** The moment at which the day after a date begins. */
const dayAfter = (date: string, zone: string): number =>
  Temporal.PlainDate.from(date).add({ days: 1 }).toZonedDateTime(zone).epochMilliseconds;

function slotAt(calendar: Calendar, day: WallDay, start: Start, left: number): Slot {
  const pad = (part: number) => String(part).padStart(2, '0');
  return {
    start: Temporal.Instant.fromEpochMilliseconds(start.at),
    end: Temporal.Instant.fromEpochMilliseconds(start.at + calendar.length * minute),
    local: `${day.date}T${pad(Math.floor(start.minute / 60))}:${pad(start.minute % 60)}`,
    offset: day.offset(start.at),
    repeated: start.repeated,
    left,
  };
}

const localDate = (moment: number, zone: string): Temporal.PlainDate =>
  Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(zone).toPlainDate();
