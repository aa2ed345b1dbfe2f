import { Injectable } from '@nestjs/common';
import type { BookingView } from '@plumgate/contract';
import type {
  BookingId,
  CalendarId,
  ClientId,
  Instant,
  PersonId,
  StaffId,
  SubmissionId,
} from '@plumgate/core/basics';
import type { BookingAnswer, Deposit } from '@plumgate/core/booking';
import { contactFrom } from '@plumgate/core/people';
import { and, asc, eq, gt, isNull, lt } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { maySee, seesAll, type Sees } from '../../records/accounts/users-of.ts';
import { bookings, type CalendarRow, type BookingRow } from '../../records/booking/table.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { endWaiting } from '../../records/people/waiting.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { sqlState } from '../../platform/database/sql-state.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { waitingChanged } from '../people/waiting-events.ts';
import { bookedTime } from './booked-time.ts';
import { bookingChanged, bookingKept, bookingMade, bookingMissed } from './booking-events.ts';
import { BookingTransaction } from './booking-transaction.ts';
import { BookingMessages } from './booking-messages.ts';
import type { Except } from './held-times.ts';
import { bookingView, selectBookings, type LoadedBooking } from './loaded-booking.ts';
import { SlotGone } from './slot-gone.ts';
import { SlotService, type By } from './slot.service.ts';
import { checkPlace, hasPlace, placeIn, staffWishedIn, type Wish } from './wishes.ts';

/** The person has as many bookings ahead of them as the calendar allows. Undoes the transaction it happens in. */
export class TooManyBookings extends Error {
  constructor() {
    super('This person has as many bookings as the calendar allows.');
  }
}

/** Somebody whom the business put down itself. */
const addedManually = { source: 'Added manually', firstSource: 'Added manually' };

/**
 * `booked` → `came` or `missed`; `booked` → `cancelled`. A change of time keeps the state and adds to `changes`. Every
 * change tells the other side, and the runs that count on the booking.
 */
@Injectable()
export class BookingService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly store: PersonStore,
    private readonly slots: SlotService,
    private readonly messages: BookingMessages,
    private readonly transaction: BookingTransaction,
  ) {}

  /**
   * Takes a start for a person, in the transaction of its cause; throws `SlotGone` when it is not free, and `TooManyBookings`
   * where a visitor has enough of them. The calendar's row is locked while its bookings are counted; for one seat the
   * database itself refuses a second.
   */
  async book(
    tx: Queries,
    effects: Consequences,
    given: {
      client: ClientRow;
      calendarId: CalendarId;
      person: PersonRow;
      start: Instant;
      by: By;
      submission?: SubmissionId | null;
      answers?: BookingAnswer[];
      except?: Except;
    } & Wish,
  ): Promise<BookingRow> {
    const { client, person, start, by, except = {} } = given;
    const now = this.clock.now();
    const calendar = await this.slots.lock(tx, given.calendarId, client.id);
    if (by === 'visitor') await this.mayHaveOneMore(tx, calendar, person, now);
    if (!hasPlace(calendar, given.place)) throw new SlotGone();
    const place = placeIn(calendar, given.place);
    const staffId = await this.slots.take(tx, calendar, {
      ...{ start, by, except, place },
      staff: by === 'visitor' ? staffWishedIn(calendar, given.staff) : given.staff,
    });
    const [booking] = await refusingDoubles(() =>
      tx
        .insert(bookings)
        .values({
          id: this.ids.next<BookingId>(),
          clientId: client.id,
          calendarId: calendar.id,
          personId: person.id,
          submissionId: given.submission ?? null,
          ...{ staffId, place, holder: staffId ?? calendar.id },
          answers: given.answers ?? [],
          ...bookedTime(calendar, start),
          state: 'booked',
          madeAt: now,
        })
        .returning(),
    );
    const alone = { booking: booking!, calendar, person, client, staff: null, staffEmail: null };
    const loaded = staffId ? await this.load(booking!.id, seesAll, tx) : alone;
    this.messages.noteAndTell(effects, loaded, 'booked', by, now);
    effects.raise(bookingMade, { ...loaded, by, at: now });
    return booking!;
  }

  /** A person may have so many bookings of a calendar ahead of them; the desk may book more. */
  private async mayHaveOneMore(
    tx: Queries,
    { id, content: { mostPerPerson } }: CalendarRow,
    person: PersonRow,
    now: Instant,
  ): Promise<void> {
    if (mostPerPerson === null) return;
    const ahead = await tx.$count(
      bookings,
      and(
        eq(bookings.calendarId, id),
        eq(bookings.personId, person.id),
        eq(bookings.state, 'booked'),
        gt(bookings.startsAt, now),
      ),
    );
    if (ahead >= mostPerPerson) throw new TooManyBookings();
  }

  /** Somebody of the business books for a person: one they know, or one they name now. */
  async bookByHand(
    calendar: CalendarRow,
    start: Instant,
    who: { personId?: PersonId | undefined; name: string; email: string; phone: string },
    { answers = [], ...wish }: { answers?: BookingAnswer[] } & Wish = {},
  ): Promise<BookingView> {
    checkPlace(calendar, wish.place);
    return this.transaction.run(async (tx, effects) => {
      const client = await this.clientRow(tx, calendar.clientId);
      const person = await this.personFor(tx, client, who);
      // Anyone who books for somebody has spoken with them: that lead waits no longer.
      const at = this.clock.now();
      await tx
        .update(people)
        .set({ touchedAt: at })
        .where(and(eq(people.id, person.id), isNull(people.touchedAt)));
      await endWaiting(tx, client, eq(people.id, person.id), { at, how: 'booked' });
      effects.raise(waitingChanged, { clientId: client.id });
      const booking = await this.book(tx, effects, {
        client,
        calendarId: calendar.id,
        person,
        start,
        by: 'business',
        answers,
        ...wish,
      });
      return bookingView(await this.load(booking.id, seesAll, tx));
    });
  }

  /**
   * Gives a booking another time. It stays with the same person as long as they can take it; else somebody who is free takes
   * it, unless the visitor chose a person. Only the business may take a time that nobody is offered, or name `staff`.
   */
  async move(
    id: BookingId,
    start: Instant,
    by: By,
    who: Sees,
    { staff }: Pick<Wish, 'staff'> = {},
  ): Promise<BookingView> {
    return this.transaction.run(async (tx, effects) => {
      const loaded = await this.loadForChange(tx, id, who);
      const { booking: before, calendar } = loaded;
      const now = this.clock.now();
      if (by === 'visitor' && !this.mayChange(loaded)) throw new AppProblem('too-late-to-change');
      if (before.state !== 'booked') throw new AppProblem('booking-is-over');
      if (before.startsAt.equals(start) && (!staff || staff === before.staffId))
        return bookingView(loaded);
      const staffId = await this.staffForMove(tx, loaded, start, by, staff);
      const [booking] = await refusingDoubles(() =>
        tx
          .update(bookings)
          .set({
            ...{ staffId, holder: staffId ?? calendar.id },
            ...bookedTime(calendar, start),
            changes: before.changes + 1,
          })
          .where(eq(bookings.id, id))
          .returning(),
      );
      const moved =
        staffId === before.staffId
          ? { ...loaded, booking: booking! }
          : await this.load(id, seesAll, tx);
      this.messages.noteAndTell(effects, moved, 'moved', by, now, loaded.staffEmail);
      effects.raise(bookingChanged, { ...moved, by, at: now });
      return bookingView(moved);
    });
  }

  private async staffForMove(
    tx: Queries,
    { booking, calendar }: LoadedBooking,
    start: Instant,
    by: By,
    wished: StaffId | null | undefined,
  ): Promise<StaffId | null> {
    const asked = { start, except: { booking: booking.id }, place: booking.place };
    const own = booking.staffId;
    if (wished || own === null)
      return this.slots.take(tx, calendar, { ...asked, staff: wished ?? own, by });
    const isChosen = by === 'visitor' && calendar.content.staffing?.assign === 'choose';
    const able = isChosen ? [own] : [own, null];
    // What is offered comes first, with the same person and then with another; only the business may take more than that.
    const sides: By[] = by === 'business' ? ['visitor', 'business'] : ['visitor'];
    for (const side of sides)
      for (const staff of able)
        try {
          return await this.slots.take(tx, calendar, { ...asked, staff, by: side });
        } catch (error) {
          if (!(error instanceof SlotGone)) throw error;
        }
    throw new SlotGone();
  }

  async cancel(id: BookingId, by: By, who: Sees): Promise<BookingView> {
    return this.transaction.run(async (tx, effects) => {
      const loaded = await this.loadForChange(tx, id, who);
      const now = this.clock.now();
      if (loaded.booking.state === 'cancelled') return bookingView(loaded);
      if (by === 'visitor' && !this.mayChange(loaded)) throw new AppProblem('too-late-to-change');
      if (loaded.booking.state !== 'booked') throw new AppProblem('booking-is-over');
      const [booking] = await tx
        .update(bookings)
        .set({ state: 'cancelled', changes: loaded.booking.changes + 1 })
        .where(eq(bookings.id, id))
        .returning();
      const cancelled = { ...loaded, booking: booking! };
      this.messages.noteAndTell(effects, cancelled, 'cancelled', by, now);
      effects.raise(bookingChanged, { ...cancelled, by, at: now });
      return bookingView(cancelled);
    });
  }

  /** Frees the times of a person who is deleted; nobody is told. */
  async releaseOf(
    tx: Queries,
    effects: Consequences,
    person: PersonId,
    now: Instant,
  ): Promise<void> {
    const upcoming = await selectBookings(tx).where(
      and(eq(bookings.personId, person), eq(bookings.state, 'booked'), gt(bookings.startsAt, now)),
    );
    for (const loaded of upcoming) {
      const [booking] = await tx
        .update(bookings)
        .set({ state: 'cancelled', changes: loaded.booking.changes + 1 })
        .where(eq(bookings.id, loaded.booking.id))
        .returning();
      const cancelled = { ...loaded, booking: booking! };
      effects.note(loaded.person, now, {
        kind: 'cancelled',
        by: 'business',
        ...this.messages.inWords(cancelled),
      });
      effects.raise(bookingChanged, { ...cancelled, by: 'business', at: now });
    }
  }

  /** Records the outcome. Setting it back to booked corrects a mistake. */
  async mark(id: BookingId, as: 'came' | 'missed' | 'booked', who: Sees): Promise<BookingView> {
    return this.transaction.run(async (tx, effects) => {
      const loaded = await this.loadForChange(tx, id, who);
      if (loaded.booking.state === 'cancelled') throw new AppProblem('booking-is-over');
      const [booking] = await tx
        .update(bookings)
        .set({ state: as })
        .where(eq(bookings.id, id))
        .returning();
      if (as !== 'booked')
        effects.note(loaded.person, this.clock.now(), {
          kind: as,
          ...this.messages.inWords(loaded),
        });
      const by = 'business' as const;
      const marked = { ...loaded, booking: booking!, by, at: this.clock.now() };
      if (as === 'came') effects.raise(bookingKept, marked);
      if (as === 'missed') effects.raise(bookingMissed, marked);
      return bookingView({ ...loaded, booking: booking! });
    });
  }

  /** Notes a deposit that was taken elsewhere, or that there is none. */
  async noteDeposit(id: BookingId, deposit: Deposit | null, who: Sees): Promise<BookingView> {
    return this.transaction.run(async (tx) => {
      const loaded = await this.loadForChange(tx, id, who);
      const [booking] = await tx
        .update(bookings)
        .set({ deposit })
        .where(eq(bookings.id, id))
        .returning();
      return bookingView({ ...loaded, booking: booking! });
    });
  }

  async between(clientId: ClientId, from: Instant, until: Instant): Promise<BookingView[]> {
    const rows = await selectBookings(this.database.db)
      .where(
        and(
          eq(bookings.clientId, clientId),
          lt(bookings.startsAt, until),
          gt(bookings.endsAt, from),
        ),
      )
      .orderBy(asc(bookings.startsAt));
    return rows.map(bookingView);
  }

  async ofPerson(id: PersonId): Promise<BookingView[]> {
    const rows = await selectBookings(this.database.db)
      .where(eq(bookings.personId, id))
      .orderBy(asc(bookings.startsAt));
    return rows.map(bookingView);
  }

  async load(
    id: BookingId,
    who: Sees = seesAll,
    db: Queries = this.database.db,
  ): Promise<LoadedBooking> {
    const [row] = await selectBookings(db).where(eq(bookings.id, id));
    if (!row || !maySee(who, row.client.id)) throw notFound();
    return row;
  }

  /** Until when a person may change their booking by the link: the calendar's shortest notice before it. */
  mayChange({ booking, calendar }: Pick<LoadedBooking, 'booking' | 'calendar'>): boolean {
    const last = booking.startsAt.subtract({ minutes: calendar.content.rules.notice });
    return booking.state === 'booked' && Temporal.Instant.compare(this.clock.now(), last) < 0;
  }

  private async loadForChange(tx: Queries, id: BookingId, who: Sees): Promise<LoadedBooking> {
    const { calendar } = await this.load(id, who, tx);
    await this.slots.lock(tx, calendar.id, calendar.clientId);
    return this.load(id, who, tx);
  }

  private async clientRow(tx: Queries, id: ClientId): Promise<ClientRow> {
    const [row] = await tx.select().from(clients).where(eq(clients.id, id));
    return row!;
  }

  private async personFor(
    tx: Queries,
    client: ClientRow,
    who: { personId?: PersonId | undefined; name: string; email: string; phone: string },
  ): Promise<PersonRow> {
    if (who.personId) return this.store.known(tx, client.id, who.personId);
    const details = contactFrom(who, client.facts.country);
    return this.store.arrive(tx, client, details, addedManually, this.clock.now(), 0);
  }
}

/** The exclusion constraint's refusal (SQLSTATE 23P01) as what it means here. */
async function refusingDoubles<Result>(write: () => Promise<Result>): Promise<Result> {
  try {
    return await write();
  } catch (error) {
    if (sqlState(error) === '23P01') throw new SlotGone();
    throw error;
  }
}
