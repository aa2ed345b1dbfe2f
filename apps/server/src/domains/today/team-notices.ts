import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { ClientId, Instant, PersonId } from '@plumgate/core/basics';
import { isOnDuty, type NoticeKind } from '@plumgate/core/staff';
import { and, eq, isNull, lte, min, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { LiveEvents } from '../../platform/live-events.ts';
import { Worker } from '../../platform/worker.ts';
import { users } from '../../records/accounts/table.ts';
import { worksFor } from '../../records/accounts/users-of.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { Messenger, nameFor } from '../messages/messenger.ts';
import { bookingChanged, bookingMade, type BookingHappening } from '../booking/booking-events.ts';
import { whenOf } from '../booking/loaded-booking.ts';
import { replied } from '../people/person-events.ts';
import { leadArrived, waitingChanged } from '../people/waiting-events.ts';

const batch = 50;

type Told = Pick<
  typeof users.$inferSelect,
  'id' | 'email' | 'phone' | 'onDuty' | 'zone' | 'notices'
> & { clientId: ClientId };

/** What the team is told of: about which people, because of what, and in which words. */
interface News {
  kind: NoticeKind;
  ids: readonly PersonId[];
  /** One for each time, beside the person. */
  cause: (person: PersonRow) => string;
  words: (about: About) => { subject: string; body: string };
}

interface About {
  client: ClientRow;
  person: PersonRow;
  now: Instant;
}

/**
 * Tells the team of leads, promises about to be broken, bookings and answers, each the way they chose: the one who looks
 * after the person, or everybody who works for the client where nobody does. Screens that are open learn of it at once.
 */
@Injectable()
export class TeamNotices implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly events: LiveEvents,
    private readonly messenger: Messenger,
    private readonly worker: Worker,
  ) {}

  onModuleInit(): void {
    this.causes.on(leadArrived, async (lead, tx, effects) => {
      await this.tellOf(tx, effects, [lead.clientId], {
        ...{ kind: 'lead', ids: [lead.person], cause: () => lead.key },
        words: leadWords,
      });
      await this.events.tell(tx, {
        ...{ kind: 'lead', clientId: lead.clientId, personId: lead.person },
        assigneeId: lead.assignee,
      });
    });
    this.causes.on(bookingMade, (made, tx, effects) =>
      this.tellOfBooking(tx, effects, made, 'booked'),
    );
    this.causes.on(bookingChanged, (changed, tx, effects) =>
      this.tellOfBooking(
        tx,
        effects,
        changed,
        changed.booking.state === 'cancelled' ? 'canceled' : 'moved',
      ),
    );
    this.causes.on(replied, async ({ person, at }, tx, effects) => {
      await this.tellOf(tx, effects, [person.clientId], {
        ...{ kind: 'answer', ids: [person.id], cause: () => at.toString() },
        words: answerWords,
      });
      await this.tellScreens(tx, 'answer', person.id);
    });
    this.causes.on(waitingChanged, ({ clientId }, tx) =>
      this.events.tell(tx, { kind: 'waiting', clientId, personId: null, assigneeId: null }),
    );
    this.worker.register({
      name: 'promises',
      firstDue: () =>
        this.database.db
          .select({ at: min(people.warnAt) })
          .from(people)
          .where(isNull(people.removedAt)),
      doDue: (now) => this.warn(now),
    });
  }

  /** Reminds of people whose promise is about to be broken, each once; gives how many there were. */
  private async warn(now: Instant): Promise<number> {
    return this.database.transaction(async (tx) => {
      const due = await tx
        .select()
        .from(people)
        .where(and(lte(people.warnAt, now), isNull(people.removedAt)))
        .orderBy(people.warnAt)
        .limit(batch)
        .for('update', { skipLocked: true });
      if (due.length === 0) return 0;
      const ids = due.map(({ id }) => id);
      await tx.update(people).set({ warnAt: null }).where(isAnyOf(people.id, ids));
      const effects = this.causes.begin();
      const owners = [...new Set(due.map(({ clientId }) => clientId))];
      await this.tellOf(tx, effects, owners, {
        ...{ kind: 'promise', ids, words: promiseWords },
        cause: ({ waitingSince }) => waitingSince!.toString(),
      });
      for (const { id, clientId, assigneeId } of due)
        await this.events.tell(tx, { kind: 'promise', clientId, personId: id, assigneeId });
      await effects.write(tx);
      return due.length;
    });
  }

  /** Bookings of the business's own making are no news to it. */
  private async tellOfBooking(
    tx: Queries,
    effects: Consequences,
    { booking, calendar, person, by }: BookingHappening,
    did: 'booked' | 'moved' | 'canceled',
  ): Promise<void> {
    if (by === 'business') return;
    await this.tellOf(tx, effects, [person.clientId], {
      ...{ kind: 'booking', ids: [person.id] },
      cause: () => `${booking.id}:${booking.changes}`,
      words: ({ client, person: who }) => ({
        subject: `${nameFor(who)} ${did} a time at ${client.name}`,
        body: `${calendar.content.name}, ${whenOf({ booking, calendar, client })}.`,
      }),
    });
    await this.tellScreens(tx, 'booking', person.id);
  }

  private async tellScreens(tx: Queries, kind: NoticeKind, personId: PersonId): Promise<void> {
    const [row] = await tx
      .select({ clientId: people.clientId, assigneeId: people.assigneeId })
      .from(people)
      .where(eq(people.id, personId));
    if (row) await this.events.tell(tx, { kind, personId, ...row });
  }

  private async tellOf(
    tx: Queries,
    effects: Consequences,
    owners: readonly ClientId[],
    news: News,
  ): Promise<void> {
    const { kind, ids } = news;
    const now = this.clock.now();
    const to = await teamOf(tx, owners, kind);
    // Nearly always nobody wants mail or texts: then nothing more is read.
    if (to.length === 0) return;
    const rows = await tx
      .select({ person: people, client: clients })
      .from(people)
      .innerJoin(clients, eq(clients.id, people.clientId))
      .where(isAnyOf(people.id, [...ids]));
    for (const { person, client } of rows) {
      const team = to.filter(({ clientId }) => clientId === client.id);
      const mine = team.filter(({ id }) => id === person.assigneeId);
      for (const user of person.assigneeId ? mine : team)
        if (user.notices.when === 'always' || isOnDuty(user, now))
          this.queue(effects, news, { client, person, user, now });
    }
  }

  private queue(
    effects: Consequences,
    { kind, cause, words: wordsOf }: News,
    told: About & { user: Told },
  ): void {
    const { client, person, user, now } = told;
    const words = wordsOf(told);
    const base = { client, person, at: now, ...words };
    const key = `team:${kind}:${cause(person)}:${person.id}:${user.id}`;
    const ways = user.notices[kind];
    if (ways.includes('email')) this.messenger.tellUser(effects, { ...base, key, to: user.email });
    if (ways.includes('text') && user.phone)
      this.messenger.notifyByText(effects, {
        ...{ client, person, at: now, key: `${key}:text`, to: user.phone },
        body: words.subject,
      });
  }
}

/** Who of the teams of clients is told of something by email or text, once for each client. */
const teamOf = (tx: Queries, of: readonly ClientId[], kind: NoticeKind): Promise<Told[]> =>
  tx
    .select({
      clientId: clients.id,
      id: users.id,
      email: users.email,
      phone: users.phone,
      onDuty: users.onDuty,
      zone: users.zone,
      notices: users.notices,
    })
    .from(users)
    .innerJoin(clients, worksFor(clients.id))
    .where(
      and(
        isAnyOf(clients.id, [...of]),
        isNull(users.pausedAt),
        sql`${users.notices}->${kind} ?| array['email', 'text']`,
      ),
    );

const leadWords: News['words'] = ({ client, person }) => ({
  subject: `New lead at ${client.name}: ${nameFor(person)}`,
  body: `${nameFor(person)} has written to ${client.name} or called. Source: ${person.lastSource}.`,
});

const answerWords: News['words'] = ({ client, person }) => ({
  subject: `${nameFor(person)} answered a message of ${client.name}`,
  body: 'Their record has what they wrote.',
});

function promiseWords({ client, person, now }: About): { subject: string; body: string } {
  const name = nameFor(person);
  const left = Math.max(1, Math.round(now.until(person.promisedBy!).total('minutes')));
  const waited = Math.round(person.waitingSince!.until(now).total('minutes'));
  return {
    subject: `${name} is still waiting at ${client.name}`,
    body: `${name} has waited for ${minutes(waited)}, and nobody has called or written yet. ${client.name} promises an answer within the next ${minutes(left)}.`,
  };
}

const minutes = (count: number): string => {
  if (count < 120) return `${count} ${count === 1 ? 'minute' : 'minutes'}`;
  return `${Math.round(count / 60)} hours`;
};
