import { Injectable } from '@nestjs/common';
import type { CalendarId, Instant, StaffId } from '@plumgate/core/basics';
import { personFields } from '@plumgate/core/people';
import { and, asc, eq, gt, isNull, lt, ne, type SQL } from 'drizzle-orm';
import { calendarFeeds } from '../../records/booking/feeds.table.ts';
import { bookings, calendars } from '../../records/booking/table.ts';
import { people } from '../../records/people/table.ts';
import { clients } from '../../records/clients/table.ts';
import { staff } from '../../records/clients/record-tables.ts';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { secretToken, tokenHash } from '../../platform/secret-token.ts';
import { SiteAddress } from '../../platform/site-address.ts';
import { CalendarService } from './calendar.service.ts';
import { feedFile } from './feed-file.ts';
import { placeOf, selectBookings } from './loaded-booking.ts';
import { StaffTimesService } from './staff-times.service.ts';
import { seesAll } from '../../records/accounts/users-of.ts';

/** Whose bookings a private address gives out. */
export type FeedOf = { calendar: CalendarId } | { staff: StaffId };

/** What calendar programs are given: the last three months, and as far ahead as anybody can book. */
const [behind, ahead] = [{ hours: 24 * 90 }, { hours: 24 * 732 }];

/** Private addresses at which calendar programs read bookings; no account is needed. */
@Injectable()
export class CalendarFeedService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly calendars: CalendarService,
    private readonly staff: StaffTimesService,
    private readonly address: SiteAddress,
  ) {}

  /** When the address was made; null where there is none. */
  async madeAt(of: FeedOf): Promise<Instant | null> {
    const [row] = await this.database.db
      .select({ at: calendarFeeds.madeAt })
      .from(calendarFeeds)
      .where(which(of));
    return row?.at ?? null;
  }

  /** Makes an address, in place of any before. It is said this once: only a hash of what is in it is kept. */
  async make(of: FeedOf): Promise<string> {
    const { clientId } =
      'calendar' in of
        ? await this.calendars.row(of.calendar, seesAll)
        : await this.staff.row(of.staff);
    const token = secretToken();
    await this.database.transaction(async (tx) => {
      await tx.delete(calendarFeeds).where(which(of));
      await tx.insert(calendarFeeds).values({
        ...{ tokenHash: tokenHash(token), clientId, madeAt: this.clock.now() },
        ...('calendar' in of ? { calendarId: of.calendar } : { staffId: of.staff }),
      });
    });
    return `${this.address.app()}/calendar-feeds/${token}.ics`;
  }

  async withdraw(of: FeedOf): Promise<void> {
    await this.database.db.delete(calendarFeeds).where(which(of));
  }

  /** The bookings behind an address, as an iCalendar file; null for one that was never made or is withdrawn. */
  async file(token: string): Promise<string | null> {
    const { db } = this.database;
    const [feed] = await db
      .select({ feed: calendarFeeds, client: clients, calendar: calendars, member: staff.name })
      .from(calendarFeeds)
      .innerJoin(clients, eq(clients.id, calendarFeeds.clientId))
      .leftJoin(calendars, eq(calendars.id, calendarFeeds.calendarId))
      .leftJoin(staff, eq(staff.id, calendarFeeds.staffId))
      .where(
        and(
          eq(calendarFeeds.tokenHash, tokenHash(token)),
          isNull(clients.archivedAt),
          isNull(calendars.removedAt),
        ),
      );
    if (!feed) return null;
    const { client, calendar } = feed;
    const now = this.clock.now();
    const rows = await selectBookings(db)
      .where(
        and(
          calendar
            ? eq(bookings.calendarId, calendar.id)
            : eq(bookings.staffId, feed.feed.staffId!),
          ne(bookings.state, 'cancelled'),
          isNull(people.removedAt),
          gt(bookings.endsAt, now.subtract(behind)),
          lt(bookings.startsAt, now.add(ahead)),
        ),
      )
      .orderBy(asc(bookings.startsAt));
    return feedFile(
      rows.map((loaded) => ({
        ...loaded.booking,
        calendarName: loaded.calendar.content.name,
        isEvent: loaded.calendar.content.dates !== null,
        seats: loaded.calendar.content.rules.seats,
        where: placeOf(loaded),
        with: calendar ? (loaded.staff?.name ?? '') : '',
        person: {
          name: personFields(loaded.person).name!,
          email: loaded.person.email,
          phone: loaded.person.phone,
        },
      })),
      { name: `${calendar?.content.name ?? feed.member}, ${client.name}`, now },
    );
  }
}

const which = (of: FeedOf): SQL =>
  'calendar' in of
    ? eq(calendarFeeds.calendarId, of.calendar)
    : eq(calendarFeeds.staffId, of.staff);
