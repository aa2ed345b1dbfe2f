import { Injectable } from '@nestjs/common';
import type { TodayBoard } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { and, asc, count, desc, eq, inArray } from 'drizzle-orm';
import { servedUntil } from '@plumgate/core/domains';
import { BookingService } from '../booking/booking.service.ts';
import { ClientService } from '../clients/client.service.ts';
import { domains } from '../../records/own-domains/table.ts';
import { heldReasons, heldSubmissions } from '../../records/intake/table.ts';
import { stoppedNotices } from '../../records/messages/table.ts';
import { TaskService } from '../people/task.service.ts';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { seesOne } from '../../records/accounts/users-of.ts';
import { WaitingService } from './waiting.service.ts';
import { messageName } from '../../records/messages/message-name.ts';
import { outbox } from '../../records/messages/outbox.table.ts';

const mostShown = 100;

/** What a client's day asks for. */
@Injectable()
export class TodayService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly clients: ClientService,
    private readonly bookings: BookingService,
    private readonly tasks: TaskService,
    private readonly waiting: WaitingService,
  ) {}

  async board(clientId: ClientId): Promise<TodayBoard> {
    const { db } = this.database;
    const { waiting, total } = await this.waiting.list(seesOne(clientId));
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
    const { zone } = await this.clients.get(clientId);
    const now = this.clock.now();
    const day = now.toZonedDateTimeISO(zone).startOfDay();
    return {
      waiting,
      waitingTotal: total,
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
