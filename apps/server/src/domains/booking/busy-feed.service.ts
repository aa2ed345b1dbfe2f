import { fileURLToPath } from 'node:url';
import { Injectable } from '@nestjs/common';
import type { BusyFeedId, ClientId, Instant, StaffId } from '@plumgate/core/basics';
import { asc, eq, lte } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { busyFeeds, busyTimes } from '../../records/booking/staff-times.table.ts';
import { clients } from '../../records/clients/table.ts';
import { askThread } from '../../platform/ask-thread.ts';
import { Clock } from '../../platform/clock.ts';
import { insertMany } from '../../platform/database/bulk.ts';
import { Database } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { OutboundError, SafeFetch } from '../../platform/http/safe-fetch.ts';
import { IdSource } from '../../platform/id-source.ts';
import { PinoLogger } from '../../platform/logging.ts';
import { bookingUid } from './booking-uid.ts';
import { StaffTimesService } from './staff-times.service.ts';

const thread = fileURLToPath(new URL('../../../calendars/busy-times.mjs', import.meta.url));

/** How often it is looked for calendars that are due; in real time, since they are other people's. */
const lookMs = 30_000;
const every = { minutes: 5 };
/** A calendar that can't be read is tried less and less often. */
const longestWait = 6 * 60;
/** While one process reads a calendar no other does. */
const lease = { minutes: 2 };
const limits = { maxBytes: 20 * 2 ** 20, timeoutMs: 20_000, readingMs: 15_000 };
const mostFeeds = 5;
/** Bookings lie at most this many days ahead, and a day of another zone. */
const ahead = { hours: 24 * 732 };

type Busy = readonly (readonly [start: number, end: number])[];

/** Calendars of the staff's own that are read again and again, so that nobody is booked while they are busy elsewhere. */
@Injectable()
export class BusyFeedService {
  private timer: NodeJS.Timeout | undefined;
  private reading: Promise<void> | undefined;
  private isStopping = false;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly outbound: SafeFetch,
    private readonly staff: StaffTimesService,
    private readonly log: PinoLogger,
  ) {}

  start(): void {
    this.timer = setInterval(() => {
      this.reading ??= this.readDue()
        .catch((error: unknown) => this.log.error({ err: error }, 'calendars not read'))
        .finally(() => (this.reading = undefined));
    }, lookMs);
    this.timer.unref();
  }

  async stop(): Promise<void> {
    clearInterval(this.timer);
    this.isStopping = true;
    await this.reading;
  }

  /**
   * Reads a calendar and keeps its address; gives how many busy times are ahead.
   *
   * @throws AppProblem `not-fetched` with the reason when it can't be read
   */
  async add(staffId: StaffId, typed: string): Promise<{ id: BusyFeedId; busy: number }> {
    const { clientId } = await this.staff.row(staffId);
    const { db } = this.database;
    if ((await db.$count(busyFeeds, eq(busyFeeds.staffId, staffId))) >= mostFeeds)
      throw new AppProblem('too-many-busy-feeds');
    const address = addressOf(typed);
    const found = await this.read(address, clientId).catch((error: unknown) => {
      throw new AppProblem('not-fetched', { detail: reasonOf(error) });
    });
    const id = this.ids.next<BusyFeedId>();
    const now = this.clock.now();
    await db
      .insert(busyFeeds)
      .values({ id, clientId, staffId, address, readAt: now, nextAt: now.add(every) });
    await this.keep(id, found, now);
    return { id, busy: found.length };
  }

  async remove(id: BusyFeedId): Promise<void> {
    await this.database.db.delete(busyFeeds).where(eq(busyFeeds.id, id));
  }

  /** Reads every calendar that is due, one after the other; what one says stays until it is read again. */
  async readDue(): Promise<void> {
    while (!this.isStopping) {
      const feed = await this.claim();
      if (!feed) return;
      try {
        await this.keep(feed.id, await this.read(feed.address, feed.clientId), this.clock.now());
      } catch (error) {
        const wait = Math.min(longestWait, every.minutes * 2 ** Math.min(feed.failures + 1, 12));
        await this.database.db
          .update(busyFeeds)
          .set({
            problem: reasonOf(error),
            failures: feed.failures + 1,
            nextAt: this.clock.now().add({ minutes: wait }),
          })
          .where(eq(busyFeeds.id, feed.id));
      }
    }
  }

  /** Takes the calendar that has been due the longest; null for none. */
  private claim(): Promise<typeof busyFeeds.$inferSelect | null> {
    return this.database.transaction(async (tx) => {
      const now = this.clock.now();
      const [feed] = await tx
        .select()
        .from(busyFeeds)
        .where(lte(busyFeeds.nextAt, now))
        .orderBy(asc(busyFeeds.nextAt))
        .limit(1)
        .for('update', { skipLocked: true });
      if (!feed) return null;
      await tx
        .update(busyFeeds)
        .set({ nextAt: now.add(lease) })
        .where(eq(busyFeeds.id, feed.id));
      return feed;
    });
  }

  private async read(address: string, clientId: ClientId): Promise<Busy> {
    const { status, content } = await this.outbound.fetch(address, {
      ...{ method: 'GET', headers: { accept: 'text/calendar' }, redirects: 3 },
      ...{ maxBytes: limits.maxBytes, timeoutMs: limits.timeoutMs },
    });
    if (status !== 200)
      throw new UnreadCalendar(
        status === 401 || status === 403 || status === 404
          ? 'There is no calendar at this address, or it is not shared. Copy its private address again.'
          : `The server answered with an error (${status}).`,
      );
    const [client] = await this.database.db
      .select({ facts: clients.facts })
      .from(clients)
      .where(eq(clients.id, clientId));
    const now = this.clock.now();
    const data = {
      ...{ text: content.toString('utf8'), zone: client!.facts.zone, own: bookingUid('') },
      ...{ from: now.epochMilliseconds, until: now.add(ahead).epochMilliseconds },
    };
    const said = (await askThread(thread, data, { timeoutMs: limits.readingMs }).catch(() => ({
      refused: 'This calendar is too large, or recurs without an end that can be worked out.',
    }))) as { busy: Busy } | { refused: string };
    if ('refused' in said) throw new UnreadCalendar(said.refused);
    return said.busy;
  }

  private async keep(id: BusyFeedId, busy: Busy, now: Instant): Promise<void> {
    await this.database.transaction(async (tx) => {
      const known = await tx
        .update(busyFeeds)
        .set({ readAt: now, problem: null, failures: 0, nextAt: now.add(every) })
        .where(eq(busyFeeds.id, id))
        .returning({ id: busyFeeds.id });
      // It was removed while it was read.
      if (known.length === 0) return;
      await tx.delete(busyTimes).where(eq(busyTimes.feedId, id));
      const moment = (at: number) => Temporal.Instant.fromEpochMilliseconds(at);
      const rows = busy.map(([start, end]) => ({
        ...{ feedId: id, startsAt: moment(start), endsAt: moment(end) },
      }));
      if (rows.length > 0) await tx.execute(insertMany(busyTimes, rows).getSQL());
    });
  }
}

/** A calendar that was fetched and says nothing that can be used, with why. */
class UnreadCalendar extends Error {}

const reasonOf = (error: unknown): string => {
  if (error instanceof OutboundError || error instanceof UnreadCalendar) return error.message;
  throw error;
};

/** What calendar programs call an address that is to be subscribed to is an ordinary one. */
const addressOf = (typed: string): string => typed.trim().replace(/^webcals?:/i, 'https:');
