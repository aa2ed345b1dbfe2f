import { personFields } from '@plumgate/core/people';
import { emailFromText } from '@plumgate/core/emails';
import { Injectable } from '@nestjs/common';
import type { BookingView } from '@plumgate/contract';
import type {
  BookingId,
  CalendarId,
  ClientId,
  Instant,
  PersonId,
  SubmissionId,
} from '@plumgate/core/basics';
import { withoutLinks, type MergeContext } from '@plumgate/core/messages';
import { whenWords, zoneNote } from '@plumgate/core/basics';
import {
  bookingPlaceWords,
  eventFactsOf,
  eventFields,
  fitsBeside,
  movesOf,
  openSlots,
  spaceBetween,
  type CalendarContent,
  type DateMoves,
  type Slot,
} from '@plumgate/core/booking';
import { addressLine } from '@plumgate/core/clients';
import { contactFrom } from '@plumgate/core/people';
import { and, asc, count, eq, gt, inArray, isNull, lt, ne, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { Messenger, nameFor } from '../messages/messenger.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { sqlState } from '../../platform/database/sql-state.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Worker } from '../../platform/worker.ts';
import { PersonLinks } from '../messages/person-links.ts';
import { bookingChanged, bookingKept, bookingMade, bookingMissed } from './booking-events.ts';
import { calendarFile } from './calendar-file.ts';
import {
  bookings,
  calendars,
  type CalendarRow,
  type BookingRow,
} from '../../records/booking/table.ts';
import { maySee, seesAll, type Sees } from '../../records/accounts/users-of.ts';
import { endWaiting } from '../../records/people/waiting.ts';
import { waitingChanged } from '../people/waiting-events.ts';

/** Who does something to a booking: the person from their link, or somebody of the business. */
export type By = 'visitor' | 'business';
type Happened = 'booked' | 'moved' | 'cancelled';

/** A booking with all that its messages speak of. */
export interface LoadedBooking {
  booking: BookingRow;
  calendar: CalendarRow;
  person: PersonRow;
  client: ClientRow;
}

/** The start was taken a moment ago, is past, or was never offered. Undoes the transaction it happens in. */
export class SlotGone extends Error {
  constructor() {
    super('This time is no longer free.');
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
    private readonly causes: Causes,
    private readonly store: PersonStore,
    private readonly links: PersonLinks,
    private readonly messenger: Messenger,
    private readonly worker: Worker,
  ) {}

  /** The free starts of a calendar. `except` is a booking that is about to move: its own time counts as free. */
  async slots(
    calendar: CalendarRow,
    from: Instant,
    until: Instant,
    db: Queries = this.database.db,
    except?: BookingId,
  ): Promise<Slot[]> {
    const taken = await this.taken(db, calendar, from, until, except);
    const { facts } = await this.clientRow(db, calendar.clientId);
    return openSlots({
      calendar: calendar.content.rules,
      dates: calendar.content.dates,
      closed: facts.closed,
      bookings: taken,
      from,
      until,
      now: this.clock.now(),
    });
  }

  /**
   * Takes a start for a person, in the transaction of its cause; throws `SlotGone` when it is not free. The calendar's
   * row is locked while its bookings are counted; for one seat the database itself refuses a second.
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
      submission?: SubmissionId;
    },
  ): Promise<BookingRow> {
    const { client, person, start, by } = given;
    const now = this.clock.now();
    const calendar = await this.lock(tx, given.calendarId, client.id);
    await this.mustFit(tx, calendar, start, by);
    const [booking] = await refusingDoubles(() =>
      tx
        .insert(bookings)
        .values({
          id: this.ids.next<BookingId>(),
          clientId: client.id,
          calendarId: calendar.id,
          personId: person.id,
          submissionId: given.submission ?? null,
          ...timeOf(calendar, start),
          state: 'booked',
          madeAt: now,
        })
        .returning(),
    );
    const loaded = { booking: booking!, calendar, person, client };
    this.noteAndTell(effects, loaded, 'booked', by, now);
    effects.raise(bookingMade, { ...loaded, by, at: now });
    return booking!;
  }

  /** Somebody of the business books for a person: one they know, or one they name now. */
  async bookByHand(
    calendar: CalendarRow,
    start: Instant,
    who: { personId?: PersonId | undefined; name: string; email: string; phone: string },
  ): Promise<BookingView> {
    return this.change(async (tx, effects) => {
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
      });
      return view({ booking, calendar, person, client });
    });
  }

  async move(id: BookingId, start: Instant, by: By, who: Sees): Promise<BookingView> {
    return this.change(async (tx, effects) => {
      const loaded = await this.loadForChange(tx, id, who);
      const now = this.clock.now();
      if (by === 'visitor' && !this.mayChange(loaded)) throw new AppProblem('too-late-to-change');
      if (loaded.booking.state !== 'booked') throw new AppProblem('booking-is-over');
      if (loaded.booking.startsAt.equals(start)) return view(loaded);
      await this.mustFit(tx, loaded.calendar, start, by, id);
      const [booking] = await refusingDoubles(() =>
        tx
          .update(bookings)
          .set({ ...timeOf(loaded.calendar, start), changes: loaded.booking.changes + 1 })
          .where(eq(bookings.id, id))
          .returning(),
      );
      const moved = { ...loaded, booking: booking! };
      this.noteAndTell(effects, moved, 'moved', by, now);
      effects.raise(bookingChanged, { ...moved, by, at: now });
      return view(moved);
    });
  }

  async cancel(id: BookingId, by: By, who: Sees): Promise<BookingView> {
    return this.change(async (tx, effects) => {
      const loaded = await this.loadForChange(tx, id, who);
      const now = this.clock.now();
      if (loaded.booking.state === 'cancelled') return view(loaded);
      if (by === 'visitor' && !this.mayChange(loaded)) throw new AppProblem('too-late-to-change');
      if (loaded.booking.state !== 'booked') throw new AppProblem('booking-is-over');
      const [booking] = await tx
        .update(bookings)
        .set({ state: 'cancelled', changes: loaded.booking.changes + 1 })
        .where(eq(bookings.id, id))
        .returning();
      const cancelled = { ...loaded, booking: booking! };
      this.noteAndTell(effects, cancelled, 'cancelled', by, now);
      effects.raise(bookingChanged, { ...cancelled, by, at: now });
      return view(cancelled);
    });
  }

  /** Frees the times of a person who is deleted; nobody is told. */
  async releaseOf(
    tx: Queries,
    effects: Consequences,
    person: PersonId,
    now: Instant,
  ): Promise<void> {
    const upcoming = await this.select(tx).where(
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
        ...this.inWords(cancelled),
      });
      effects.raise(bookingChanged, { ...cancelled, by: 'business', at: now });
    }
  }

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
    const known = new Set(before.dates?.recordings.map(({ start }) => start.slice(0, 16)));
    const added = (after.dates?.recordings ?? []).filter(
      ({ start }) => !known.has(start.slice(0, 16)),
    );
    if (added.length === 0) return [];
    const starts = added.map(({ start }) =>
      Temporal.PlainDateTime.from(start).toZonedDateTime(after.rules.zone).toInstant(),
    );
    return this.select(db).where(
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
        ? await this.select(tx)
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
        .set({ ...timeOf(after, start), changes: loaded.booking.changes + 1 })
        .where(eq(bookings.id, loaded.booking.id))
        .returning();
      const moved = { ...loaded, calendar: after, booking: booking! };
      this.noteAndTell(effects, moved, 'moved', 'business', now);
      effects.raise(bookingChanged, { ...moved, by: 'business', at: now });
    }
    for (const loaded of await this.recordingsToSend(tx, before, after.content))
      this.sendRecording(effects, { ...loaded, calendar: after }, now);
  }

  private sendRecording(effects: Consequences, loaded: LoadedBooking, at: Instant): void {
    const { calendar, person, client, booking } = loaded;
    const { dates, name } = calendar.content;
    if (!dates || !person.email || person.mailRefusedAt) return;
    const key = `recording:${booking.id}`;
    const submission = booking.submissionId;
    const to = { client, person, key, at, from: name, submission };
    this.messenger.emailPerson(
      effects,
      { ...to, context: this.contextOf(loaded) },
      dates.recordingEmail,
    );
  }

  /** Records the outcome. Setting it back to booked corrects a mistake. */
  async mark(id: BookingId, as: 'came' | 'missed' | 'booked', who: Sees): Promise<BookingView> {
    return this.change(async (tx, effects) => {
      const loaded = await this.loadForChange(tx, id, who);
      if (loaded.booking.state === 'cancelled') throw new AppProblem('booking-is-over');
      const [booking] = await tx
        .update(bookings)
        .set({ state: as })
        .where(eq(bookings.id, id))
        .returning();
      if (as !== 'booked')
        effects.note(loaded.person, this.clock.now(), { kind: as, ...this.inWords(loaded) });
      const by = 'business' as const;
      const marked = { ...loaded, booking: booking!, by, at: this.clock.now() };
      if (as === 'came') effects.raise(bookingKept, marked);
      if (as === 'missed') effects.raise(bookingMissed, marked);
      return view({ ...loaded, booking: booking! });
    });
  }

  async between(clientId: ClientId, from: Instant, until: Instant): Promise<BookingView[]> {
    const rows = await this.select(this.database.db)
      .where(
        and(
          eq(bookings.clientId, clientId),
          lt(bookings.startsAt, until),
          gt(bookings.endsAt, from),
        ),
      )
      .orderBy(asc(bookings.startsAt));
    return rows.map(view);
  }

  async ofPerson(id: PersonId): Promise<BookingView[]> {
    const rows = await this.select(this.database.db)
      .where(eq(bookings.personId, id))
      .orderBy(asc(bookings.startsAt));
    return rows.map(view);
  }

  async load(
    id: BookingId,
    who: Sees = seesAll,
    db: Queries = this.database.db,
  ): Promise<LoadedBooking> {
    const [row] = await this.select(db).where(eq(bookings.id, id));
    if (!row || !maySee(who, row.client.id)) throw notFound();
    return row;
  }

  /** Until when a person may change their booking by the link: the calendar's shortest notice before it. */
  mayChange({ booking, calendar }: Pick<LoadedBooking, 'booking' | 'calendar'>): boolean {
    const last = booking.startsAt.subtract({ minutes: calendar.content.rules.notice });
    return booking.state === 'booked' && Temporal.Instant.compare(this.clock.now(), last) < 0;
  }

  file(loaded: LoadedBooking) {
    const { booking, calendar, person, client } = loaded;
    const { name, email } = personFields(person);
    return calendarFile(
      {
        ...booking,
        calendarName: calendar.content.name,
        where: placeOf(loaded),
        person: { name: name!, email: email! },
      },
      client,
      { changeLink: this.links.booking(client, booking.id), now: this.clock.now() },
    );
  }

  private async change<Result>(
    work: (tx: Queries, effects: Consequences) => Promise<Result>,
  ): Promise<Result> {
    try {
      const result = await this.database.transaction(async (tx) => {
        const effects = this.causes.begin();
        const result = await work(tx, effects);
        await effects.write(tx);
        return result;
      });
      this.worker.wake();
      return result;
    } catch (error) {
      if (error instanceof SlotGone) throw new AppProblem('slot-taken');
      throw error;
    }
  }

  private async lock(tx: Queries, id: CalendarId, clientId: ClientId): Promise<CalendarRow> {
    const [row] = await tx
      .select()
      .from(calendars)
      .where(and(eq(calendars.id, id), eq(calendars.clientId, clientId)))
      .for('update');
    if (!row) throw new SlotGone();
    return row;
  }

  /** A visitor may take what is offered; the business also times outside of hours, as long as a seat is free. */
  private async mustFit(
    tx: Queries,
    calendar: CalendarRow,
    start: Instant,
    by: By,
    except?: BookingId,
  ): Promise<void> {
    // What was booked before can still be cancelled or marked; no time is taken any more.
    if (calendar.removedAt) throw new SlotGone();
    const { rules } = calendar.content;
    const end = start.add({ minutes: rules.length });
    const fits =
      by === 'visitor'
        ? (await this.slots(calendar, start, start.add({ seconds: 1 }), tx, except)).some((slot) =>
            slot.start.equals(start),
          )
        : fitsBeside(rules, await this.taken(tx, calendar, start, end, except), start);
    if (!fits) throw new SlotGone();
  }

  /** The bookings that hold time in a stretch or on the local days it touches. */
  private async taken(
    db: Queries,
    calendar: CalendarRow,
    from: Instant,
    until: Instant,
    except?: BookingId,
  ) {
    // A booking may last a day and keep a day free after it; a local day of a clock change has 25 hours.
    const near = { hours: 50 };
    const rows = await db
      .select({ start: bookings.startsAt, end: bookings.endsAt })
      .from(bookings)
      .where(
        and(
          eq(bookings.calendarId, calendar.id),
          ne(bookings.state, 'cancelled'),
          lt(bookings.startsAt, until.add(near)),
          gt(bookings.startsAt, from.subtract(near)),
          except ? ne(bookings.id, except) : undefined,
        ),
      );
    return rows;
  }

  private async loadForChange(tx: Queries, id: BookingId, who: Sees): Promise<LoadedBooking> {
    const { calendar } = await this.load(id, who, tx);
    await this.lock(tx, calendar.id, calendar.clientId);
    return this.load(id, who, tx);
  }

  private select(db: Queries) {
    return db
      .select({ booking: bookings, calendar: calendars, person: people, client: clients })
      .from(bookings)
      .innerJoin(calendars, eq(calendars.id, bookings.calendarId))
      .innerJoin(people, eq(people.id, bookings.personId))
      .innerJoin(clients, eq(clients.id, bookings.clientId));
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
    if (who.personId) {
      const [person] = await tx
        .select()
        .from(people)
        .where(
          and(
            eq(people.id, who.personId),
            eq(people.clientId, client.id),
            isNull(people.removedAt),
          ),
        );
      if (!person) throw notFound();
      return person;
    }
    const details = contactFrom(who, client.facts.country);
    return this.store.arrive(tx, client, details, addedManually, this.clock.now(), 0);
  }

  private inWords({ booking, calendar, client }: LoadedBooking) {
    return {
      calendar: calendar.content.name,
      when: whenOf({ booking, calendar, client }),
    };
  }

  /** The timeline's line, the message to the person, and the notice to the business where the person did it. */
  private noteAndTell(
    effects: Consequences,
    loaded: LoadedBooking,
    what: Happened,
    by: By,
    now: Instant,
  ): void {
    const { booking, person } = loaded;
    effects.note(person, now, { kind: what, by, ...this.inWords(loaded) });
    const key = `booking:${booking.id}:${booking.changes}`;
    this.tellPerson(effects, loaded, what, key, now);
    if (by === 'visitor') this.tellBusiness(effects, loaded, what, key, now);
  }

  /** By email, or where there is none by text. */
  private tellPerson(
    effects: Consequences,
    loaded: LoadedBooking,
    what: Happened,
    key: string,
    at: Instant,
  ): void {
    const { booking, calendar, person, client } = loaded;
    const { confirmation, name } = calendar.content;
    const words = what === 'booked' ? confirmation : emailFromText(changeWords[what]);
    const context = this.contextOf(loaded);
    const submission = booking.submissionId;
    const to = { client, person, key, at, from: name, context, submission };
    if (person.email && !person.mailRefusedAt)
      this.messenger.emailPerson(effects, to, words, { calendar: this.file(loaded) });
    else if (person.phone && person.textConsent)
      this.messenger.textPerson(effects, to, words.subject);
  }

  /** What the words of a message about a booking may name. */
  private contextOf(loaded: LoadedBooking): MergeContext {
    const { booking, calendar, person, client } = loaded;
    const event = eventFactsOf(calendar.content);
    const where = placeOf(loaded);
    const { zone } = calendar.content.rules;
    return {
      ...this.messenger.personIn(person, client),
      ...this.messenger.bookingIn({ ...booking, zone, where }, client),
      ...(event && { event: eventFields(event, booking.startsAt, client.facts, where) }),
    };
  }

  private tellBusiness(
    effects: Consequences,
    loaded: LoadedBooking,
    what: Happened,
    key: string,
    at: Instant,
  ): void {
    const { calendar, person, client } = loaded;
    const name = nameFor(person);
    const { when } = this.inWords(loaded);
    const subject = withoutLinks(`${headline[what]}: ${name}, ${when}`);
    const lines = [
      `${name} ${sentence[what]} ${calendar.content.name}: ${when}.`,
      person.phone && `Phone: ${person.phone}`,
      person.email && `Email: ${person.email}`,
    ];
    const body = withoutLinks(lines.filter(Boolean).join('\n'));
    for (const to of calendar.content.notify)
      this.messenger.notify(effects, {
        client,
        to,
        key: `${key}:tell:${to}`,
        at,
        subject,
        body,
        person,
        submission: loaded.booking.submissionId,
      });
  }
}

/** Where a booking happens, as its person reads it. */
export const placeOf = ({
  calendar,
  client,
  person,
}: Pick<LoadedBooking, 'calendar' | 'client' | 'person'>): string =>
  bookingPlaceWords(calendar.content, addressLine(client.facts), person.phone);

/** When a booking is, by the clock of its calendar; the zone is named where it is not the client's. */
export function whenOf({
  booking,
  calendar,
  client,
}: Pick<LoadedBooking, 'booking' | 'calendar' | 'client'>): string {
  const { zone } = calendar.content.rules;
  const { zone: clientZone, locale } = client.facts;
  const { startsAt } = booking;
  return whenWords(startsAt, zone, locale) + zoneNote(startsAt, zone, clientZone, locale);
}

const headline = { booked: 'New booking', moved: 'Booking moved', cancelled: 'Booking canceled' };
const sentence = { booked: 'has booked', moved: 'has moved', cancelled: 'has canceled' };

const changeWords = {
  moved: {
    subject: 'New time: {{ booking.when }}',
    body: `Hello {{ person.first_name | default: "there" }},

Your booking has a new time: {{ booking.when }}.
Where: {{ booking.where }}

Please ignore the earlier time. To move or cancel again:
{{ booking.change_link }}

{{ client.name }}
{{ client.phone }}`,
  },
  cancelled: {
    subject: 'Canceled: {{ booking.when }}',
    body: `Hello {{ person.first_name | default: "there" }},

Your booking on {{ booking.when }} is canceled. You don’t need to do anything else.

If you would like another time, reply to this email or call {{ client.phone }}.

{{ client.name }}`,
  },
};

function timeOf({ content: { rules } }: CalendarRow, start: Instant) {
  const endsAt = start.add({ minutes: rules.length });
  return {
    startsAt: start,
    endsAt,
    heldUntil: endsAt.add({ minutes: spaceBetween(rules) }),
    exclusive: rules.seats === 1,
  };
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

function view({ booking, calendar, person }: LoadedBooking): BookingView {
  return {
    id: booking.id,
    calendarId: calendar.id,
    calendarName: calendar.content.name,
    startsAt: booking.startsAt.toString(),
    endsAt: booking.endsAt.toString(),
    state: booking.state,
    person: {
      id: person.id,
      name: personFields(person).name!,
      email: person.email,
      phone: person.phone,
    },
  };
}
