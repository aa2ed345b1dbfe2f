import { Injectable } from '@nestjs/common';
import type { CalendarId, Instant } from '@plumgate/core/basics';
import { movesOf, type CalendarContent, type DateMoves } from '@plumgate/core/booking';
import { and, asc, count, eq, gt, inArray, isNull, ne, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import type { Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { bookings, type CalendarRow } from '../../records/booking/table.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import { people } from '../../records/people/table.ts';
import { bookingChanged } from './booking-events.ts';
import { BookingMessages } from './booking-messages.ts';
import { bookedTime } from './booked-time.ts';
import { selectBookings, type LoadedBooking } from './loaded-booking.ts';

/** What a change of an event means for those who are signed up, and what it leads to. */
@Injectable()
export class EventChanges {
  constructor(
    private readonly clock: Clock,
    private readonly messages: BookingMessages,
  ) {}

  /**
   * Where the dates of an event go by a change of it, and those that people are signed up for and that it would have no
   * more. `isOther` says that everybody is concerned: it has another length or place. Only what is still to come counts.
   */
  async planMoves(
    db: Queries,
    { id, content: before }: Pick<CalendarRow, 'id' | 'content'>,
    after: CalendarContent,
  ): Promise<DateMoves & { isOther: boolean }> {
    if (!before.dates || !after.dates) return { moves: new Map(), gone: [], isOther: false };
    const starts = await db
      .selectDistinct({ at: bookings.startsAt })
      .from(bookings)
      .where(this.toCome(id));
    const moves = movesOf(
      { dates: before.dates, zone: before.rules.zone },
      { dates: after.dates, zone: after.rules.zone },
      starts.map(({ at }) => at),
    );
    const isOther =
      before.rules.length !== after.rules.length ||
      before.place !== after.place ||
      before.where !== after.where;
    return { ...moves, isOther };
  }

  /** How many are signed up for some dates that are to come; null asks for all of them. */
  async countOn(db: Queries, id: CalendarId, starts: readonly Instant[] | null): Promise<number> {
    const [row] = await db
      .select({ people: count() })
      .from(bookings)
      .where(and(this.toCome(id), starts ? inArray(bookings.startsAt, [...starts]) : undefined));
    return row?.people ?? 0;
  }

  private toCome(id: CalendarId): SQL | undefined {
    return and(
      eq(bookings.calendarId, id),
      eq(bookings.state, 'booked'),
      gt(bookings.startsAt, this.clock.now()),
    );
  }

  /** Who gets which recording by a change: those who were signed up for a date that has one from now on. */
  async recordingsToSend(
    db: Queries,
    { id, content: before }: Pick<CalendarRow, 'id' | 'content'>,
    after: CalendarContent,
  ): Promise<LoadedBooking[]> {
    const known = new Set(before.dates?.recordings.map(({ start }) => start));
    const added = (after.dates?.recordings ?? []).filter(({ start }) => !known.has(start));
    if (added.length === 0) return [];
    const starts = added.map(({ start }) =>
      Temporal.PlainDateTime.from(start).toZonedDateTime(after.rules.zone).toInstant(),
    );
    return selectBookings(db).where(
      and(
        eq(bookings.calendarId, id),
        ne(bookings.state, 'cancelled'),
        inArray(bookings.startsAt, starts),
        isNull(people.removedAt),
      ),
    );
  }

  /**
   * What a change of an event leads to, in its transaction: everybody who is signed up has the new time at once, is told of
   * it, and gets their reminders by it. Throws `date-is-booked` where their date would be gone.
   */
  async eventChanged(
    tx: Queries,
    effects: Consequences,
    before: CalendarRow,
    after: CalendarRow,
  ): Promise<void> {
    const { moves, gone, isOther } = await this.planMoves(tx, before, after.content);
    if (gone.length > 0) throw new AppProblem('date-is-booked');
    const now = this.clock.now();
    const concerned =
      moves.size > 0 || isOther
        ? await selectBookings(tx)
            .where(
              and(
                this.toCome(after.id),
                isOther
                  ? undefined
                  : inArray(
                      bookings.startsAt,
                      [...moves.keys()].map((at) => Temporal.Instant.from(at)),
                    ),
              ),
            )
            .orderBy(asc(bookings.id))
            .for('update', { of: bookings })
        : [];
    for (const loaded of concerned) {
      const start = moves.get(loaded.booking.startsAt.toString()) ?? loaded.booking.startsAt;
      const [booking] = await tx
        .update(bookings)
        .set({ ...bookedTime(after, start), changes: loaded.booking.changes + 1 })
        .where(eq(bookings.id, loaded.booking.id))
        .returning();
      const moved = { ...loaded, calendar: after, booking: booking! };
      this.messages.noteAndTell(effects, moved, 'moved', 'business', now);
      effects.raise(bookingChanged, { ...moved, by: 'business', at: now });
    }
    for (const loaded of await this.recordingsToSend(tx, before, after.content))
      this.messages.sendRecording(effects, { ...loaded, calendar: after }, now);
  }
}
