import { Injectable } from '@nestjs/common';
import type { CalendarId, ClientId, Instant, StaffId } from '@plumgate/core/basics';
import { fitsBeside, openSlots, pickStaff, type Slot } from '@plumgate/core/booking';
import { and, eq } from 'drizzle-orm';
import { clients } from '../../records/clients/table.ts';
import { calendars, type CalendarRow } from '../../records/booking/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { heldTimes, type Except } from './held-times.ts';
import { SlotGone } from './slot-gone.ts';
import { StaffTimesService } from './staff-times.service.ts';
import type { Wish } from './wishes.ts';

/** Who does something to a booking: the person from their link, or somebody of the business. */
export type By = 'visitor' | 'business';

/** What a calendar offers, and who takes what is chosen. */
@Injectable()
export class SlotService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly staff: StaffTimesService,
  ) {}

  /** The free starts of a calendar, of those that are wished for. */
  async slots(
    calendar: CalendarRow,
    from: Instant,
    until: Instant,
    { db = this.database.db, except = {}, ...wish }: { db?: Queries; except?: Except } & Wish = {},
  ): Promise<Slot[]> {
    const { content } = calendar;
    const taken = await heldTimes(db, { calendar: calendar.id }, { from, until, except });
    const closed = await closedDaysOf(db, calendar.clientId);
    const staff = await this.staff.of(db, calendar, { from, until, except, ...wish });
    return openSlots({
      ...{ calendar: content.rules, dates: content.dates, closed, bookings: taken },
      ...{ staff, from, until, now: this.clock.now() },
    });
  }

  /** Keeps a calendar from being booked by anybody else until the transaction ends. */
  async lock(tx: Queries, id: CalendarId, clientId: ClientId): Promise<CalendarRow> {
    const [row] = await tx
      .select()
      .from(calendars)
      .where(and(eq(calendars.id, id), eq(calendars.clientId, clientId)))
      .for('update');
    if (!row) throw new SlotGone();
    return row;
  }

  /**
   * Whether a start of a locked calendar can be taken, and who takes it; null for a calendar without staff. A visitor may take
   * what is offered; the business also times outside of hours, as long as a seat is free.
   *
   * @throws SlotGone where it can't
   */
  async take(
    tx: Queries,
    calendar: CalendarRow,
    { start, by, except = {}, ...wish }: { start: Instant; by: By; except?: Except } & Wish,
  ): Promise<StaffId | null> {
    // What was booked before can still be cancelled or marked; no time is taken any more.
    if (calendar.removedAt) throw new SlotGone();
    const { rules, staffing, dates } = calendar.content;
    const hasStaff = staffing !== null && dates === null;
    if (hasStaff) await this.staff.lock(tx, calendar, wish);
    const around = { db: tx, except, ...wish };
    const offered = (await this.slots(calendar, start, start.add({ seconds: 1 }), around)).find(
      (slot) => slot.start.equals(start),
    );
    if (!offered && by === 'visitor') throw new SlotGone();
    const beside = { from: start, until: start.add({ minutes: rules.length }), except };
    if (!hasStaff) {
      const fits =
        offered !== undefined ||
        fitsBeside(rules, await heldTimes(tx, { calendar: calendar.id }, beside), start);
      if (!fits) throw new SlotGone();
      return null;
    }
    const free =
      offered?.staff ??
      ((await this.staff.of(tx, calendar, { ...beside, ...wish })) ?? [])
        .filter((one) => fitsBeside(rules, one.bookings, start))
        .map(({ id }) => id);
    const loads = await this.staff.loads(tx, calendar, free, start);
    const who = pickStaff(staffing.assign === 'in-turn' ? 'in-turn' : 'anybody', free, loads);
    if (who === null) throw new SlotGone();
    return who;
  }
}

async function closedDaysOf(db: Queries, id: ClientId) {
  const [row] = await db.select({ facts: clients.facts }).from(clients).where(eq(clients.id, id));
  return row!.facts.closed;
}
