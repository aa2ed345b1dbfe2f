import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { CalendarId, PersonId } from '@plumgate/core/basics';
import { and, count, eq, gt, sql, type SQL } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import type { Queries } from '../../platform/database/database.ts';
import { Bin } from '../../records/bin/bin.ts';
import { removed } from '../../records/bin/bin-events.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { bookings, calendars } from '../../records/booking/table.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { discardDrafts } from '../../records/drafts/draft-store.ts';
import { usesOf } from '../../records/references/uses-of.ts';
import { SiteVersions } from '../clients/site-versions.ts';
import { BookingService } from './booking.service.ts';

/**
 * How calendars are deleted: nobody can book any more, and who has booked still comes and is reminded. And what becomes of
 * the bookings of a person who is deleted: their time is free again.
 */
@Injectable()
export class BookingRemoval implements OnModuleInit {
  constructor(
    private readonly bin: Bin,
    private readonly causes: Causes,
    private readonly clock: Clock,
    private readonly sites: SiteVersions,
    private readonly bookings: BookingService,
  ) {}

  onModuleInit(): void {
    const hasNoBooking = sql`not exists (select 1 from ${bookings} where ${bookings.calendarId} = ${calendars.id})`;
    const row = removableRow(calendars, sql<string>`${calendars.content}->>'name'`, {
      isUnneeded: hasNoBooking,
      onChange: (tx, clientId) => this.sites.changed(tx, clientId),
    });
    this.bin.register('calendar', {
      ...row,
      erase: async (tx, id) => {
        await discardDrafts(tx, 'calendar', id);
        await row.erase(tx, id);
      },
    });
    this.bin.addLosses('calendar', async (db, id, clientId) => [
      {
        what: 'upcoming-bookings',
        count: await this.upcoming(db, eq(bookings.calendarId, id as CalendarId)),
        names: [],
      },
      ...(await usesOf(db, clientId, [id])),
    ]);
    this.bin.addLosses('person', async (db, id) => [
      {
        what: 'cancelled-bookings',
        count: await this.upcoming(db, eq(bookings.personId, id as PersonId)),
        names: [],
      },
    ]);
    this.causes.on(removed, async ({ kind, id, at }, tx, effects) => {
      if (kind === 'person') await this.bookings.releaseOf(tx, effects, id as PersonId, at);
    });
  }

  private async upcoming(db: Queries, which: SQL): Promise<number> {
    const [row] = await db
      .select({ count: count() })
      .from(bookings)
      .where(and(which, eq(bookings.state, 'booked'), gt(bookings.startsAt, this.clock.now())));
    return row?.count ?? 0;
  }
}
