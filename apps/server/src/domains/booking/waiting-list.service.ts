import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { WaitingView } from '@plumgate/contract';
import type {
  CalendarId,
  Instant,
  PersonId,
  StaffId,
  SubmissionId,
  WaitingEntryId,
} from '@plumgate/core/basics';
import { looksUntil, type Slot } from '@plumgate/core/booking';
import { personFields } from '@plumgate/core/people';
import { and, asc, eq, inArray, lte, min, sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { removed } from '../../records/bin/bin-events.ts';
import { calendars, type BookingRow, type CalendarRow } from '../../records/booking/table.ts';
import { waitingList } from '../../records/booking/waiting-list.table.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { staff } from '../../records/clients/record-tables.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Worker } from '../../platform/worker.ts';
import { bookingChanged } from './booking-events.ts';
import { BookingTransaction } from './booking-transaction.ts';
import { BookingService } from './booking.service.ts';
import { SlotGone } from './slot-gone.ts';
import { SlotService } from './slot.service.ts';
import { placeWishedBy, type LoadedWaiting, type WaitingRow } from './loaded-waiting.ts';
import { WaitingMessages } from './waiting-messages.ts';
import { checkPlace, placeIn, staffWishedIn, type Wish } from './wishes.ts';

/** At most so many seats are offered by one change; the next comes with the next look. */
const mostOffers = 50;

/**
 * Who waits for a seat. As soon as one is free it is held for the first person it suits, for as long as the calendar says;
 * if they leave it or let the time pass, it goes to the next. The calendar's row is locked wherever a seat is given, so that it
 * never goes to somebody who waits and to a visitor at once.
 */
@Injectable()
export class WaitingListService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly causes: Causes,
    private readonly worker: Worker,
    private readonly store: PersonStore,
    private readonly transaction: BookingTransaction,
    private readonly slots: SlotService,
    private readonly bookings: BookingService,
    private readonly messages: WaitingMessages,
  ) {}

  onModuleInit(): void {
    this.causes.on(bookingChanged, async ({ calendar }, tx, effects) => {
      await this.offerSeats(tx, effects, calendar);
    });
    this.causes.on(removed, async ({ kind, id }, tx, effects) => {
      if (kind === 'person') await this.leave(tx, effects, id as PersonId);
    });
    this.worker.register({
      name: 'waiting list',
      firstDue: () =>
        this.database.db
          .select({ at: min(waitingList.offeredUntil) })
          .from(waitingList)
          .where(isOffered),
      doDue: (now) => this.endOffers(now),
    });
  }

  /** Puts a person on the list of a calendar, once for each date; throws `SlotGone` where it has none. */
  async join(
    tx: Queries,
    effects: Consequences,
    given: {
      client: ClientRow;
      calendarId: CalendarId;
      person: PersonRow;
      wants: Instant | null;
      submission: SubmissionId | null;
      at: Instant;
    } & Wish,
  ): Promise<void> {
    const { client, person, wants, at } = given;
    const calendar = await this.slots.lock(tx, given.calendarId, client.id);
    if (calendar.content.waiting === null || calendar.removedAt) throw new SlotGone();
    const wished = given.submission ? staffWishedIn(calendar, given.staff) : given.staff;
    const [entry] = await tx
      .insert(waitingList)
      .values({
        id: this.ids.next<WaitingEntryId>(),
        ...{ clientId: client.id, calendarId: calendar.id, personId: person.id, wants },
        ...{ submissionId: given.submission, state: 'waiting', since: at },
        wishedStaff: wished ? sql`(${this.staffOf(tx, client, wished)})` : null,
        wishedPlace: placeIn(calendar, given.place),
      })
      .onConflictDoNothing()
      .returning();
    if (!entry) return;
    this.messages.joined(effects, (await this.load(entry.id, tx))!, at);
    await this.offerSeats(tx, effects, calendar);
  }

  /** Somebody of a client's own staff, as a query; of none where a form was tampered with. */
  private staffOf(tx: Queries, { id: clientId }: ClientRow, id: StaffId) {
    const isTheirs = and(eq(staff.id, id), eq(staff.clientId, clientId));
    return tx.select({ id: staff.id }).from(staff).where(isTheirs);
  }

  /** Somebody of the business puts a person on the list. */
  async add(
    calendar: CalendarRow,
    personId: PersonId,
    { wants, ...wish }: { wants: Instant | null } & Wish,
  ): Promise<void> {
    checkPlace(calendar, wish.place);
    await this.transaction.run(async (tx, effects) => {
      const [client] = await tx.select().from(clients).where(eq(clients.id, calendar.clientId));
      const person = await this.store.known(tx, calendar.clientId, personId);
      const at = this.clock.now();
      await this.join(tx, effects, {
        ...{ client: client!, calendarId: calendar.id, person, wants, submission: null, at },
        ...wish,
      });
    });
  }

  /** Takes somebody off the list; a seat that is held for them goes to the next. */
  async remove(id: WaitingEntryId): Promise<void> {
    await this.end(id, 'left');
  }

  /** Who waits for a calendar or has a seat held, in their order. */
  async list(id: CalendarId): Promise<WaitingView[]> {
    const rows = await this.select(this.database.db)
      .where(and(eq(waitingList.calendarId, id), isOpen))
      .orderBy(asc(waitingList.since), asc(waitingList.id));
    return rows.map(({ entry, person, calendar, staff }) => ({
      id: entry.id,
      person: { id: person.id, name: personFields(person).name || person.email || person.phone },
      wants: entry.wants?.toString() ?? null,
      staff: nameOf(staff),
      place: nameOf(placeWishedBy({ entry, calendar })),
      since: entry.since.toString(),
      offered: entry.offeredStart
        ? { start: entry.offeredStart.toString(), until: entry.offeredUntil!.toString() }
        : null,
    }));
  }

  async load(id: WaitingEntryId, db: Queries = this.database.db): Promise<LoadedWaiting | null> {
    const [row] = await this.select(db).where(eq(waitingList.id, id));
    return row ?? null;
  }

  /** Takes the seat that is held for somebody; null when it is not held any more. */
  async take(id: WaitingEntryId): Promise<BookingRow | null> {
    return this.transaction.run(async (tx, effects) => {
      const loaded = await this.locked(tx, id);
      const { entry, calendar, client, person } = loaded;
      if (entry.state !== 'offered' || isOver(entry, this.clock.now())) return null;
      const booking = await this.bookings.book(tx, effects, {
        ...{ client, person, calendarId: calendar.id, start: entry.offeredStart! },
        // It was offered while it could be booked; it is held even where the notice is short by now.
        ...{ by: 'business', submission: entry.submissionId, except: { offer: id } },
        ...{ staff: entry.offeredStaff, place: wishOf(entry, calendar).place },
      });
      await tx.update(waitingList).set({ state: 'taken' }).where(eq(waitingList.id, id));
      return booking;
    });
  }

  /** Leaves the seat to the next. */
  async decline(id: WaitingEntryId): Promise<void> {
    await this.end(id, 'declined');
  }

  /** Offers what is free by now to who waits for it, the first first, in the transaction of what made it free. */
  async offerSeats(tx: Queries, effects: Consequences, changed: CalendarRow): Promise<void> {
    if (changed.content.waiting === null || changed.removedAt) return;
    const waiting = await this.select(tx)
      .where(and(eq(waitingList.calendarId, changed.id), eq(waitingList.state, 'waiting')))
      .orderBy(asc(waitingList.since), asc(waitingList.id))
      .limit(mostOffers);
    if (waiting.length === 0) return;
    const calendar = await this.slots.lock(tx, changed.id, changed.clientId);
    const now = this.clock.now();
    // What is free by each wish, until a seat is given.
    let free = new Map<string, Slot[]>();
    for (const { entry, ...rest } of waiting) {
      const wish = wishOf(entry, calendar);
      const key = JSON.stringify(wish);
      const slots = free.get(key) ?? (await this.freeSlots(tx, calendar, now, wish));
      free.set(key, slots);
      const seat = slots.find(({ start }) => !entry.wants || start.equals(entry.wants));
      if (!seat) continue;
      const offered = await this.offer(tx, calendar, entry, { ...seat, now });
      this.messages.offered(effects, { ...rest, entry: offered }, now);
      free = new Map();
    }
  }

  private async freeSlots(tx: Queries, calendar: CalendarRow, now: Instant, wish: Wish) {
    const until = looksUntil(calendar.content.rules, now);
    return this.slots.slots(calendar, now, until, { db: tx, ...wish });
  }

  private async offer(
    tx: Queries,
    { content }: CalendarRow,
    { id }: WaitingRow,
    {
      start,
      end,
      staff,
      now,
    }: { start: Instant; end: Instant; staff?: readonly StaffId[]; now: Instant },
  ): Promise<WaitingRow> {
    // Nobody is held a seat that could not be booked any more.
    const last = start.subtract({ minutes: content.rules.notice });
    const held = now.add({ hours: content.waiting!.hours });
    const offeredUntil = Temporal.Instant.compare(held, last) < 0 ? held : last;
    const [entry] = await tx
      .update(waitingList)
      .set({
        ...{ state: 'offered', offeredStart: start, offeredEnd: end },
        ...{ offeredStaff: staff?.[0] ?? null, offeredUntil },
      })
      .where(eq(waitingList.id, id))
      .returning();
    return entry!;
  }

  /** Ends the offers that nobody answered in time, and offers their seats to the next. */
  private async endOffers(now: Instant): Promise<number> {
    const over = await this.database.db
      .select({ id: waitingList.id })
      .from(waitingList)
      .where(and(isOffered, lte(waitingList.offeredUntil, now)))
      .orderBy(asc(waitingList.offeredUntil))
      .limit(20);
    for (const { id } of over) await this.end(id, 'expired');
    return over.length;
  }

  private async end(id: WaitingEntryId, as: 'left' | 'declined' | 'expired'): Promise<void> {
    await this.transaction.run(async (tx, effects) => {
      const loaded = await this.locked(tx, id);
      const { entry, calendar } = loaded;
      const now = this.clock.now();
      const mayEnd =
        as === 'expired'
          ? entry.state === 'offered' && isOver(entry, now)
          : ['waiting', 'offered'].includes(entry.state);
      if (!mayEnd) return;
      await tx.update(waitingList).set({ state: as }).where(eq(waitingList.id, id));
      if (as === 'declined') this.messages.declined(effects, loaded, now);
      await this.offerSeats(tx, effects, calendar);
    });
  }

  /** Takes a person who is deleted off every list; what was held for them goes to the next. */
  private async leave(tx: Queries, effects: Consequences, id: PersonId): Promise<void> {
    const mine = and(eq(waitingList.personId, id), isOpen);
    const left = await this.select(tx).where(mine).orderBy(asc(waitingList.calendarId));
    if (left.length === 0) return;
    await tx.update(waitingList).set({ state: 'left' }).where(mine);
    for (const { entry, calendar } of left)
      if (entry.state === 'offered') await this.offerSeats(tx, effects, calendar);
  }

  /** An entry whose calendar nobody else gives seats of meanwhile. */
  private async locked(tx: Queries, id: WaitingEntryId): Promise<LoadedWaiting> {
    const before = await this.load(id, tx);
    if (!before) throw notFound();
    await this.slots.lock(tx, before.calendar.id, before.client.id);
    return (await this.load(id, tx))!;
  }

  private select(db: Queries) {
    return db
      .select({ entry: waitingList, calendar: calendars, person: people, client: clients, staff })
      .from(waitingList)
      .innerJoin(calendars, eq(calendars.id, waitingList.calendarId))
      .innerJoin(people, eq(people.id, waitingList.personId))
      .innerJoin(clients, eq(clients.id, waitingList.clientId))
      .leftJoin(staff, eq(staff.id, waitingList.wishedStaff));
  }
}

const isOffered = eq(waitingList.state, 'offered');
const isOpen = inArray(waitingList.state, ['waiting', 'offered']);

/** Of a member of the staff, or of a place, what lists show. */
const nameOf = <Id extends string>(one: { id: Id; name: string } | null) =>
  one && { id: one.id, name: one.name };

const wishOf = ({ wishedStaff, wishedPlace }: WaitingRow, calendar: CalendarRow): Wish => ({
  staff: wishedStaff,
  place: placeIn(calendar, wishedPlace),
});

const isOver = ({ offeredUntil }: WaitingRow, now: Instant): boolean =>
  Temporal.Instant.compare(offeredUntil!, now) <= 0;
