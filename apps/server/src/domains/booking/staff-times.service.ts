import { Injectable } from '@nestjs/common';
import type { StaffTimesView } from '@plumgate/contract';
import {
  localDay,
  type ClientId,
  type Instant,
  type StaffId,
  type TimeOffId,
} from '@plumgate/core/basics';
import {
  staffOf,
  usualStaffTimes,
  type StaffLoad,
  type StaffTime,
  type StaffTimes,
} from '@plumgate/core/booking';
import { and, asc, eq, gt, inArray, lt, max, ne } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import {
  busyFeeds,
  busyTimes,
  staffTimes,
  timeOff,
} from '../../records/booking/staff-times.table.ts';
import { bookings, type CalendarRow } from '../../records/booking/table.ts';
import { staff } from '../../records/clients/record-tables.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { heldTimes, type Except } from './held-times.ts';
import type { Wish } from './wishes.ts';

/** When the staff of a client takes bookings: their hours, their time off, what they have booked, and what their own calendars say. */
@Injectable()
export class StaffTimesService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
  ) {}

  /** Everybody of a client's staff with what is set up for them, in the order of the fact sheet. */
  async list(clientId: ClientId): Promise<StaffTimesView[]> {
    const { db } = this.database;
    const rows = await db
      .select({ id: staff.id, name: staff.name, role: staff.role, times: staffTimes })
      .from(staff)
      .leftJoin(staffTimes, eq(staffTimes.staffId, staff.id))
      .where(eq(staff.clientId, clientId))
      .orderBy(asc(staff.position), asc(staff.id));
    const off = await db
      .select()
      .from(timeOff)
      .where(and(eq(timeOff.clientId, clientId), gt(timeOff.endsAt, this.clock.now())))
      .orderBy(asc(timeOff.startsAt));
    const feeds = await db
      .select()
      .from(busyFeeds)
      .where(eq(busyFeeds.clientId, clientId))
      .orderBy(asc(busyFeeds.id));
    return rows.map(({ id, name, role, times }) => ({
      ...{
        id,
        name,
        role,
        content: times?.content ?? usualStaffTimes,
        version: times?.version ?? 0,
      },
      timeOff: off
        .filter(({ staffId }) => staffId === id)
        .map((one) => ({
          ...{ id: one.id, note: one.note },
          from: one.startsAt.toString(),
          until: one.endsAt.toString(),
        })),
      feeds: feeds
        .filter(({ staffId }) => staffId === id)
        .map((one) => ({
          ...{ id: one.id, host: new URL(one.address).host, problem: one.problem },
          readAt: one.readAt?.toString() ?? null,
        })),
    }));
  }

  /** Sets somebody up when nobody else did since `version`; 0 is that of who never was. */
  async save(
    id: StaffId,
    { version, content }: { version: number; content: StaffTimes },
  ): Promise<void> {
    const { clientId } = await this.row(id);
    const saved = await this.database.db
      .insert(staffTimes)
      .values({ staffId: id, clientId, content, version: version + 1 })
      .onConflictDoUpdate({
        target: staffTimes.staffId,
        set: { content, version: version + 1 },
        setWhere: eq(staffTimes.version, version),
      })
      .returning({ id: staffTimes.staffId });
    if (saved.length === 0) throw new AppProblem('changed-elsewhere');
  }

  async addTimeOff(
    id: StaffId,
    { from, until, note }: { from: Instant; until: Instant; note: string },
  ): Promise<TimeOffId> {
    const { clientId } = await this.row(id);
    const entry = this.ids.next<TimeOffId>();
    await this.database.db
      .insert(timeOff)
      .values({ id: entry, clientId, staffId: id, startsAt: from, endsAt: until, note });
    return entry;
  }

  async removeTimeOff(id: TimeOffId): Promise<void> {
    await this.database.db.delete(timeOff).where(eq(timeOff.id, id));
  }

  async row(id: StaffId): Promise<{ clientId: ClientId; name: string }> {
    const [row] = await this.database.db
      .select({ clientId: staff.clientId, name: staff.name })
      .from(staff)
      .where(eq(staff.id, id));
    if (!row) throw notFound();
    return row;
  }

  /**
   * Who takes bookings of a calendar in a stretch of time, of those that are wished for, and when each can't; null for a
   * calendar without staff, and for an event, whose seats are its own.
   */
  async of(
    db: Queries,
    calendar: CalendarRow,
    asked: { from: Instant; until: Instant; except?: Except } & Wish,
  ): Promise<StaffTime[] | null> {
    const who = await this.who(db, calendar, asked);
    if (!who) return null;
    const ids = who.map(({ id }) => id);
    if (ids.length === 0) return [];
    const [booked, busy] = [
      await heldTimes(db, { staff: ids }, asked),
      await this.busyOf(db, ids, asked),
    ];
    return who.map(({ id, content }) => ({
      ...{ id, hours: content.hours },
      bookings: booked.filter((one) => one.staff === id),
      busy: busy.filter((one) => one.staff === id),
    }));
  }

  /** Who takes bookings of a calendar, in the order in which they are offered. */
  async namesOf(
    calendar: CalendarRow,
    db: Queries = this.database.db,
  ): Promise<{ id: StaffId; name: string }[]> {
    return ((await this.who(db, calendar, {})) ?? []).map(({ id, name }) => ({ id, name }));
  }

  /** Keeps those who may take a booking from being given another in any calendar until the transaction ends. */
  async lock(tx: Queries, calendar: CalendarRow, wish: Wish): Promise<void> {
    const who = (await this.who(tx, calendar, wish)) ?? [];
    if (who.length === 0) return;
    await tx
      .select({ id: staff.id })
      .from(staff)
      .where(
        inArray(
          staff.id,
          who.map(({ id }) => id),
        ),
      )
      .orderBy(asc(staff.id))
      .for('no key update');
  }

  /** What each has been given so far: the last of this calendar, and how many on the local day of a start. */
  async loads(
    db: Queries,
    { id, content }: Pick<CalendarRow, 'id' | 'content'>,
    who: readonly StaffId[],
    start: Instant,
  ): Promise<Map<StaffId, StaffLoad>> {
    if (who.length < 2) return new Map();
    const counts = (condition: Parameters<typeof and>[0]) =>
      and(inArray(bookings.staffId, [...who]), ne(bookings.state, 'cancelled'), condition);
    const last = await db
      .select({ staff: bookings.staffId, at: max(bookings.madeAt) })
      .from(bookings)
      .where(counts(eq(bookings.calendarId, id)))
      .groupBy(bookings.staffId);
    const day = Temporal.PlainDate.from(localDay(start, content.rules.zone));
    const [from, until] = [day, day.add({ days: 1 })].map((date) =>
      date.toZonedDateTime(content.rules.zone).toInstant(),
    ) as [Instant, Instant];
    const ofDay = await db
      .select({ staff: bookings.staffId, id: bookings.id })
      .from(bookings)
      .where(counts(and(gt(bookings.endsAt, from), lt(bookings.startsAt, until))));
    return new Map(
      who.map((one) => [
        one,
        {
          last: last.find(({ staff }) => staff === one)?.at ?? null,
          onDay: ofDay.filter(({ staff }) => staff === one).length,
        },
      ]),
    );
  }

  private async who(
    db: Queries,
    { clientId, content: { staffing, places, dates } }: CalendarRow,
    wish: Wish,
  ): Promise<{ id: StaffId; name: string; content: StaffTimes }[] | null> {
    if (!staffing || dates) return null;
    const rows = await db
      .select({ id: staff.id, name: staff.name, content: staffTimes.content })
      .from(staff)
      .leftJoin(staffTimes, eq(staffTimes.staffId, staff.id))
      .where(eq(staff.clientId, clientId))
      .orderBy(asc(staff.position), asc(staff.id));
    const everybody = new Map(
      rows.map((row) => [row.id, { ...row, content: row.content ?? usualStaffTimes }] as const),
    );
    const place = places.find(({ id }) => id === wish.place) ?? null;
    const able = staffOf(
      staffing,
      [...everybody.values()].map(({ id, content }) => ({ id, skills: content.skills })),
      place,
    );
    return able.filter((id) => !wish.staff || id === wish.staff).map((id) => everybody.get(id)!);
  }

  private async busyOf(
    db: Queries,
    ids: readonly StaffId[],
    { from, until }: { from: Instant; until: Instant },
  ) {
    const off = await db
      .select({ staff: timeOff.staffId, start: timeOff.startsAt, end: timeOff.endsAt })
      .from(timeOff)
      .where(
        and(
          inArray(timeOff.staffId, [...ids]),
          gt(timeOff.endsAt, from),
          lt(timeOff.startsAt, until.add(longest)),
        ),
      );
    const busy = await db
      .select({ staff: busyFeeds.staffId, start: busyTimes.startsAt, end: busyTimes.endsAt })
      .from(busyTimes)
      .innerJoin(busyFeeds, eq(busyFeeds.id, busyTimes.feedId))
      .where(
        and(
          inArray(busyFeeds.staffId, [...ids]),
          gt(busyTimes.endsAt, from),
          lt(busyTimes.startsAt, until.add(longest)),
        ),
      );
    return [...off, ...busy];
  }
}

/** A booking that begins at the end of a stretch lasts a day at most. */
const longest = { hours: 24 };
