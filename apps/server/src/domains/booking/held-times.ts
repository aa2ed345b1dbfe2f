import type {
  BookingId,
  CalendarId,
  Instant,
  StaffId,
  WaitingEntryId,
} from '@plumgate/core/basics';
import type { TakenTime } from '@plumgate/core/booking';
import { and, eq, gt, inArray, lt, ne, sql } from 'drizzle-orm';
import { unionAll } from 'drizzle-orm/pg-core';
import { bookings } from '../../records/booking/table.ts';
import { waitingList } from '../../records/booking/waiting-list.table.ts';
import type { Queries } from '../../platform/database/database.ts';

/** What is not asked about: a booking that is about to move, or an offer that is being taken. */
export interface Except {
  booking?: BookingId | undefined;
  offer?: WaitingEntryId | undefined;
}

/** A booking may last a day and keep a day free after it; a local day of a clock change has 25 hours. */
const near = { hours: 50 };

/** What holds time of a calendar, or of some of the staff, in a stretch or on the local days it touches: bookings, and seats that are offered to who waits. */
export async function heldTimes(
  db: Queries,
  of: { calendar: CalendarId } | { staff: readonly StaffId[] },
  { from, until, except = {} }: { from: Instant; until: Instant; except?: Except | undefined },
): Promise<TakenTime[]> {
  const [earliest, latest] = [from.subtract(near), until.add(near)];
  const booked = db
    .select({ start: bookings.startsAt, end: bookings.endsAt, staff: bookings.staffId })
    .from(bookings)
    .where(
      and(
        'calendar' in of
          ? eq(bookings.calendarId, of.calendar)
          : inArray(bookings.staffId, [...of.staff]),
        ne(bookings.state, 'cancelled'),
        lt(bookings.startsAt, latest),
        gt(bookings.startsAt, earliest),
        except.booking ? ne(bookings.id, except.booking) : undefined,
      ),
    );
  const offered = db
    .select({
      // A seat that is offered has its times.
      start: sql<Instant>`${waitingList.offeredStart}`,
      end: sql<Instant>`${waitingList.offeredEnd}`,
      staff: waitingList.offeredStaff,
    })
    .from(waitingList)
    .where(
      and(
        'calendar' in of
          ? eq(waitingList.calendarId, of.calendar)
          : inArray(waitingList.offeredStaff, [...of.staff]),
        eq(waitingList.state, 'offered'),
        lt(waitingList.offeredStart, latest),
        gt(waitingList.offeredStart, earliest),
        except.offer ? ne(waitingList.id, except.offer) : undefined,
      ),
    );
  return unionAll(booked, offered);
}
