import { Injectable } from '@nestjs/common';
import type { AnswerTimes, WaitingPerson } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { and, asc, count, desc, eq, gte, lt, ne, sql, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { Database } from '../../platform/database/database.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { IdSource } from '../../platform/id-source.ts';
import { users } from '../../records/accounts/table.ts';
import { seenBy, type Sees } from '../../records/accounts/users-of.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { summary, wire } from '../../records/people/person-summary.ts';
import { people } from '../../records/people/table.ts';
import { endWaiting, isWaiting } from '../../records/people/waiting.ts';
import { waits } from '../../records/people/waits.table.ts';
import { ClientService } from '../clients/client.service.ts';
import { waitingChanged } from '../people/waiting-events.ts';

const mostShown = 200;
const weeksShown = 8;

/** Who waits for a call or a message, and how long people have waited. */
@Injectable()
export class WaitingService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly clients: ClientService,
    private readonly causes: Causes,
    private readonly ids: IdSource,
  ) {}

  /**
   * Those who wait at the clients that somebody sees: first those whose promise still holds, by its end; then the overdue
   * ones, the newest first, so that old ones don't drown new ones.
   */
  async list(who: Sees): Promise<{ waiting: WaitingPerson[]; total: number }> {
    const { db } = this.database;
    const mine = and(isWaiting, seenBy(who, people.clientId));
    const now = sql`${this.clock.now().toString()}::timestamptz`;
    const rows = await db
      .select({ ...summary, since: people.waitingSince, by: people.promisedBy })
      .from(people)
      .leftJoin(users, eq(users.id, people.assigneeId))
      .where(mine)
      .orderBy(
        sql`${people.promisedBy} <= ${now}`,
        sql`case when ${people.promisedBy} > ${now} then ${people.promisedBy} end`,
        desc(people.waitingSince),
        asc(people.id),
      )
      .limit(mostShown);
    const [all] = await db.select({ count: count() }).from(people).where(mine);
    return {
      waiting: rows.map(({ since, by, ...row }) => ({
        ...wire(row),
        clientId: row.clientId,
        waitingSince: since!.toString(),
        promisedBy: by!.toString(),
      })),
      total: all?.count ?? 0,
    };
  }

  /** Ends the waiting of people who won't be answered; gives how many there were, and what `undo` takes. */
  async letGo(
    who: CurrentUser,
    clientId: ClientId,
    which: { people?: PersonId[] | undefined; before?: string | undefined },
    reason: string,
  ): Promise<{ count: number; batch: string }> {
    const at = this.clock.now();
    const batch = this.ids.next<string>();
    return this.database.transaction(async (tx) => {
      const effects = this.causes.begin();
      const client = await this.clients.row(clientId, tx);
      const ended = await endWaiting(tx, client, chosen(which), { at, how: 'let-go', batch });
      for (const id of ended)
        effects.note({ id, clientId }, at, { kind: 'let-go', reason, by: who.name });
      effects.raise(waitingChanged, { clientId });
      await effects.write(tx);
      return { count: ended.length, batch };
    });
  }

  /** Those who were let go together wait again, unless they wrote or were answered since. */
  async undo(who: CurrentUser, clientId: ClientId, batch: string): Promise<void> {
    const at = this.clock.now();
    await this.database.transaction(async (tx) => {
      const effects = this.causes.begin();
      const gone = await tx
        .delete(waits)
        .where(and(eq(waits.clientId, clientId), eq(waits.batch, batch)))
        .returning();
      for (const { personId, startedAt, promisedBy } of gone) {
        if (!personId) continue;
        await tx
          .update(people)
          .set({ waitingSince: startedAt, promisedBy })
          .where(and(eq(people.id, personId), sql`${people.waitingSince} is null`));
        effects.note({ id: personId, clientId }, at, { kind: 'waits-again', by: who.name });
      }
      effects.raise(waitingChanged, { clientId });
      await effects.write(tx);
    });
  }

  /**
   * How long people waited who were answered in each of the last weeks, by the client's calendar, Monday to Sunday. Those
   * who were let go were not answered. Percentiles as PostgreSQL's `percentile_cont`: between two neighbours it takes the
   * share of the way.
   */
  async answerTimes(clientId: ClientId): Promise<AnswerTimes[]> {
    const { zone } = await this.clients.get(clientId);
    const today = this.clock.now().toZonedDateTimeISO(zone).toPlainDate();
    const monday = today.subtract({ days: today.dayOfWeek - 1 });
    const week = sql<string>`to_char(date_trunc('week', ${waits.endedAt} at time zone ${zone}), 'YYYY-MM-DD')`;
    const first = monday.subtract({ weeks: weeksShown - 1 });
    const rows = await this.database.db
      .select({
        week,
        answered: count(),
        kept: sql<number>`count(*) filter (where ${waits.endedAt} <= ${waits.promisedBy})`.mapWith(
          Number,
        ),
        ...percentiles('open', sql`${waits.openSeconds}`),
        ...percentiles('all', sql`${waits.seconds}`),
      })
      .from(waits)
      .where(
        and(
          eq(waits.clientId, clientId),
          ne(waits.how, 'let-go'),
          gte(waits.endedAt, first.toZonedDateTime(zone).toInstant()),
        ),
      )
      .groupBy(sql`1`);
    return Array.from({ length: weeksShown }, (_, index) => {
      const date = first.add({ weeks: index }).toString();
      const row = rows.find((one) => one.week === date);
      if (!row) return { week: date, answered: 0, kept: 0, open: null, all: null };
      const { answered, kept } = row;
      return {
        ...{ week: date, answered, kept },
        open: { median: row.openMedian, p90: row.openP90 },
        all: { median: row.allMedian, p90: row.allP90 },
      };
    });
  }
}

const chosen = (which: { people?: PersonId[] | undefined; before?: string | undefined }): SQL =>
  which.people
    ? isAnyOf(people.id, which.people)
    : lt(people.waitingSince, Temporal.Instant.from(which.before!));

/** The median and the 90th percentile of seconds, in minutes. */
function percentiles<Name extends 'open' | 'all'>(name: Name, seconds: SQL) {
  const at = (share: number) =>
    sql<number>`percentile_cont(${sql.raw(String(share))}) within group (order by ${seconds}) / 60.0`.mapWith(
      Number,
    );
  return { [`${name}Median`]: at(0.5), [`${name}P90`]: at(0.9) } as Record<
    `${Name}Median` | `${Name}P90`,
    ReturnType<typeof at>
  >;
}
