import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Answered, api, Retention } from '@plumgate/contract';
import type { ClientId, Instant, PersonId } from '@plumgate/core/basics';
import { and, asc, count, eq, isNotNull, isNull, lte, or, sql, type SQL } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { Bin } from '../../records/bin/bin.ts';
import { bookings } from '../../records/booking/table.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { clients } from '../../records/clients/table.ts';
import { shownName } from '../../records/people/person-summary.ts';
import { people, timeline } from '../../records/people/table.ts';
import { anonymize, outOfTouch } from './anonymize.ts';

/** How long before it happens it is announced. */
const announcedHours = 14 * 24;
const mostShown = 200;

/** What counts as being in touch, of either side. */
const contact = [
  'submitted',
  'replied',
  'clicked',
  'wrote-in',
  'touched',
  'booked',
  'moved',
  'waits-for-seat',
  'came',
  'confirmed',
  'kept',
];

/**
 * Erases people whom nobody has been in touch with for as long as their client says, or makes them anonymous. Whoever is
 * next is announced two weeks before; a contact meanwhile, or somebody who says so, keeps them.
 */
@Injectable()
export class RetentionService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly housekeeping: Housekeeping,
    private readonly bin: Bin,
    private readonly causes: Causes,
  ) {}

  onModuleInit(): void {
    this.housekeeping.register('people nobody is in touch with', (most) => this.announce(most));
    this.housekeeping.register('people to be erased', (most) => this.eraseDue(most));
  }

  /** A client's rule, and who is next by it. */
  async of(clientId: ClientId): Promise<Answered<typeof api.getRetention>> {
    const { db } = this.database;
    const [client] = await db
      .select({ months: clients.eraseAfterMonths, how: clients.erasesHow })
      .from(clients)
      .where(eq(clients.id, clientId));
    const next = and(
      eq(people.clientId, clientId),
      isNull(people.removedAt),
      isNotNull(people.eraseAt),
    );
    const [counted] = await db.select({ total: count() }).from(people).where(next);
    const rows = await db
      .select()
      .from(people)
      .where(next)
      .orderBy(asc(people.eraseAt), asc(people.id))
      .limit(mostShown);
    return {
      ...client!,
      total: counted!.total,
      upcoming: rows.map((row) => ({
        personId: row.id,
        name: shownName(row),
        lastSeenAt: row.lastSeenAt.toString(),
        eraseAt: row.eraseAt!.toString(),
      })),
    };
  }

  /** Sets a client's rule; nobody is next by the one of before any more. */
  async set(clientId: ClientId, { months, how }: Retention): Promise<void> {
    await this.database.transaction(async (tx) => {
      await tx
        .update(clients)
        .set({ eraseAfterMonths: months, erasesHow: how })
        .where(eq(clients.id, clientId));
      await tx
        .update(people)
        .set({ eraseAt: null })
        .where(and(eq(people.clientId, clientId), isNotNull(people.eraseAt)));
    });
    await this.announce(mostShown);
  }

  /** Keeps somebody who was next: as if somebody had been in touch with them now. */
  async keep(who: CurrentUser, id: PersonId): Promise<void> {
    const at = this.clock.now();
    await this.database.transaction(async (tx) => {
      const [person] = await tx
        .update(people)
        .set({ eraseAt: null })
        .where(and(eq(people.id, id), isNull(people.removedAt)))
        .returning({ clientId: people.clientId });
      if (!person) throw notFound();
      await tx.insert(timeline).values({
        ...{ personId: id, clientId: person.clientId, at },
        fact: { kind: 'kept', by: who.name },
      });
    });
  }

  /** Announces who is next, and takes that back of whom somebody has been in touch with since; gives how many were announced. */
  private async announce(most: number): Promise<number> {
    const { db } = this.database;
    const now = this.clock.now();
    const eraseAt = now.add({ hours: announcedHours });
    await db
      .update(people)
      .set({ eraseAt: null })
      .where(and(isNotNull(people.eraseAt), or(this.isInTouch(now), isNotNull(people.removedAt))));
    const due = db
      .select({ id: people.id })
      .from(people)
      .innerJoin(clients, eq(clients.id, people.clientId))
      .where(
        and(
          isNotNull(clients.eraseAfterMonths),
          isNull(people.eraseAt),
          isNull(people.anonymousAt),
          isNull(people.removedAt),
          sql`not (${this.isInTouch(now)})`,
        ),
      )
      .limit(most);
    const announced = await db
      .update(people)
      .set({ eraseAt })
      .where(sql`${people.id} in (${due})`)
      .returning({ id: people.id });
    return announced.length;
  }

  /** Of a person: whether they or the business have been in touch within the client's months, or have a time booked. */
  private isInTouch(now: Instant): SQL {
    const since = sql`(${now.toString()}::timestamptz - make_interval(months => (select c.erase_after_months from ${clients} as c where c.id = people.client_id)))`;
    const kinds = sql`(${sql.join(
      contact.map((kind) => sql`${kind}`),
      sql`, `,
    )})`;
    return sql`(
      people.last_seen_at >= ${since}
      or exists (select 1 from ${timeline} as t where t.person_id = people.id and t.at >= ${since} and t.fact->>'kind' in ${kinds})
      or exists (select 1 from ${bookings} as b where b.person_id = people.id and b.ends_at >= ${since})
    )`;
  }

  private async eraseDue(most: number): Promise<number> {
    const due = await this.database.db
      .select({ id: people.id, how: clients.erasesHow })
      .from(people)
      .innerJoin(clients, eq(clients.id, people.clientId))
      .where(and(isNull(people.removedAt), lte(people.eraseAt, this.clock.now())))
      .limit(most);
    for (const { id, how } of due)
      if (how === 'erase') await this.bin.eraseNow('person', id, outOfTouch);
      else
        await this.database.transaction((tx) =>
          anonymize(tx, this.causes.begin(), id, this.clock.now()),
        );
    return due.length;
  }
}
