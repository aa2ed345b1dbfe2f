import { Injectable } from '@nestjs/common';
import type { TodayBoard } from '@plumgate/contract';
import type { ClientId, Instant } from '@plumgate/core/basics';
import { promisedBy } from '@plumgate/core/opening';
import { and, asc, count, desc, eq, inArray, isNull, ne, notExists, sql } from 'drizzle-orm';
import { servedUntil } from '@plumgate/core/domains';
import { Temporal } from 'temporal-polyfill';
import { users } from '../../records/accounts/table.ts';
import { bookings } from '../../records/booking/table.ts';
import { BookingService } from '../booking/booking.service.ts';
import { ClientService } from '../clients/client.service.ts';
import { domains } from '../../records/own-domains/table.ts';
import { heldReasons, heldSubmissions } from '../../records/intake/table.ts';
import { stoppedNotices } from '../../records/messages/table.ts';
import { TaskService } from '../people/task.service.ts';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { messageName } from '../../records/messages/message-name.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { summary, wire } from '../../records/people/person-summary.ts';
import { people } from '../../records/people/table.ts';

const mostShown = 100;
const mostWaiting = 200;

/** What a client's day asks for. */
@Injectable()
export class TodayService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly clients: ClientService,
    private readonly bookings: BookingService,
    private readonly tasks: TaskService,
  ) {}

  async board(clientId: ClientId): Promise<TodayBoard> {
    const { db } = this.database;
    const untouched = and(
      eq(people.clientId, clientId),
      isNull(people.touchedAt),
      isNull(people.removedAt),
      // Who has booked by themselves knows when they are seen.
      notExists(
        db
          .select({ one: sql`1` })
          .from(bookings)
          .where(and(eq(bookings.personId, people.id), ne(bookings.state, 'cancelled'))),
      ),
    );
    const waiting = await db
      .select(summary)
      .from(people)
      .leftJoin(users, eq(users.id, people.assigneeId))
      .where(untouched)
      .orderBy(desc(people.addedAt), asc(people.id))
      .limit(mostWaiting);
    const [total] = await db.select({ count: count() }).from(people).where(untouched);
    const failed = await db
      .select()
      .from(outbox)
      .where(and(eq(outbox.clientId, clientId), eq(outbox.state, 'failed')))
      .orderBy(desc(outbox.order))
      .limit(mostShown);
    const stopped = await db
      .select()
      .from(stoppedNotices)
      .where(eq(stoppedNotices.clientId, clientId))
      .orderBy(asc(stoppedNotices.address));
    const lost = await db
      .select()
      .from(domains)
      .where(and(eq(domains.clientId, clientId), inArray(domains.state, ['lost', 'gone'])))
      .orderBy(asc(domains.host));
    const [held] = await db
      .select({ count: count() })
      .from(heldSubmissions)
      .where(
        and(
          eq(heldSubmissions.clientId, clientId),
          inArray(heldSubmissions.reason, [...heldReasons]),
        ),
      );
    const { facts, zone } = await this.clients.get(clientId);
    const now = this.clock.now();
    const day = now.toZonedDateTimeISO(zone).startOfDay();
    return {
      waiting: inTurn(
        waiting.map((row) => ({
          ...wire(row),
          by: promisedBy(row.addedAt, facts.promiseMinutes, facts),
        })),
        now,
      ).map(({ by, ...person }) => ({ ...person, promisedBy: by.toString() })),
      waitingTotal: total?.count ?? 0,
      held: held?.count ?? 0,
      tasks: await this.tasks.dueBefore(clientId, day.add({ days: 1 }).toInstant()),
      bookings: await this.bookings.between(
        clientId,
        day.toInstant(),
        day.add({ days: 1 }).toInstant(),
      ),
      stoppedNotices: stopped.map(({ address, stoppedAt }) => ({
        address,
        stoppedAt: stoppedAt.toString(),
      })),
      lostHosts: lost.map((host) => ({
        shown: host.shown,
        servedUntil: servedUntil(host)?.toString() ?? null,
      })),
      failed: failed.map(({ id, kind, title, to, lastError, personId, dueAt }) => ({
        id,
        what: messageName({ kind, title }),
        to,
        why: /\b[45]\d\d\b/.test(lastError ?? '')
          ? 'The address or number was refused for good.'
          : 'It could not be delivered in two days of tries.',
        personId,
        at: dueAt.toString(),
      })),
    };
  }
}

/** Those whose promise still holds by its end; then the overdue ones as they came, the newest first. */
function inTurn<Row extends { by: Instant }>(rows: Row[], now: Instant): Row[] {
  const isLate = ({ by }: Row) => Temporal.Instant.compare(by, now) <= 0;
  return [
    ...rows.filter((row) => !isLate(row)).toSorted((a, b) => Temporal.Instant.compare(a.by, b.by)),
    ...rows.filter(isLate),
  ];
}
