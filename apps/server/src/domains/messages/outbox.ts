import { Injectable, type OnModuleInit } from '@nestjs/common';
import { truncate, type Instant, type PersonId } from '@plumgate/core/basics';
import { and, asc, eq, inArray, isNotNull, isNull, lte, min, ne, or, sql } from 'drizzle-orm';
import { stoppedNotices } from '../../records/messages/table.ts';
import { people, timeline } from '../../records/people/table.ts';
import type { TimelineFact } from '../../records/people/timeline.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { isDataError } from '../../platform/database/sql-state.ts';
import { deleteSome } from '../../platform/database/delete-some.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { Worker } from '../../platform/worker.ts';
import { PinoLogger } from '../../platform/logging.ts';
import { MailDoor } from '../../platform/mail/mail-door.ts';
import { TextDoor } from '../../platform/texts/text-door.ts';
import { outbox } from '../../records/messages/outbox.table.ts';

type OutboxRow = typeof outbox.$inferSelect;

/** While a try lasts its lease is renewed; when a lease has run out, another worker may take the row. */
const lease = { seconds: 60 };
const renewMs = 20_000;
const batch = 20;
/** What was sent or failed is on the person's record; the row itself is of no use after a quarter. */
const keptFor = { hours: 24 * 92 };

/** Each kind of message has a lane of its own, with so many on their way at once. */
const atOnce = { email: 8, text: 4 };
type Kind = keyof typeof atOnce;
const kinds = Object.keys(atOnce) as Kind[];
const isOf = (kind: Kind) => sql`${outbox.payload}->>'kind' = ${kind}`;
/** Waits between tries, in minutes: about two days in all, so that a mail server down for a night loses nothing. */
const backOff = [1, 2, 5, 10, 20, 30, 60, 120, 240, 480, 720, 1440];

/** The first of a person's messages that has not left: the others wait behind it, so that they arrive in order. */
const isFirstOfPerson = sql`(${outbox.personId} is null or not exists (select 1 from ${outbox} as earlier where earlier.person_id = ${outbox}.person_id and earlier.state = 'owed' and earlier.in_order < ${outbox}.in_order))`;

/**
 * Sends what is owed. Rows are written by their causes; a row that makes no sense any more is dropped, one that is
 * refused for good fails at once, and any other failure is tried again.
 */
@Injectable()
export class Outbox implements OnModuleInit {
  private isStopping = false;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly mail: MailDoor,
    private readonly texts: TextDoor,
    private readonly worker: Worker,
    private readonly housekeeping: Housekeeping,
    private readonly log: PinoLogger,
  ) {}

  onModuleInit(): void {
    for (const kind of kinds)
      this.worker.register({
        name: kind,
        firstDue: () => this.firstDue(kind),
        doDue: (now, worker) => this.sendDue(now, worker, kind),
        finishSoon: () => this.finishSoon(),
      });
    this.housekeeping.register('outbox', (mostRows) => {
      const before = this.clock.now().subtract(keptFor);
      const isOld = and(ne(outbox.state, 'owed'), lte(outbox.dueAt, before))!;
      return deleteSome(this.database.db, outbox, isOld, mostRows);
    });
  }

  /** From now on no message is begun: what is on its way arrives, the rest is left for the next start. */
  finishSoon(): void {
    this.isStopping = true;
  }

  /**
   * Sends what is due, each under a lease taken with SKIP LOCKED so that two workers never hold one row, and gives how
   * many rows were tried. A crash between the sending and the mark sends again after the lease; the message's id on the
   * wire is the row's, by which a receiver knows the second for the first.
   */
  async sendDue(now: Instant, worker: string, kind: Kind): Promise<number> {
    await this.dropExpired(now, kind);
    if (kind === 'email') await this.dropStopped();
    const rows = await this.take(now, worker, kind);
    // All of a batch go to different people, or to the business: no order among them to keep.
    const left = [...rows];
    const lane = async () => {
      for (let row = left.shift(); row && !this.isStopping; row = left.shift())
        await this.attempt(row, now, worker);
    };
    await Promise.all(Array.from({ length: atOnce[kind] }, lane));
    if (this.isStopping) await this.release(worker, kind);
    return rows.length;
  }

  /** Gives back what was taken and not tried, so that the next start need not wait for the lease to end. */
  private async release(worker: string, kind: Kind): Promise<void> {
    await this.database.db
      .update(outbox)
      .set({ leasedBy: null, leasedUntil: null })
      .where(and(eq(outbox.leasedBy, worker), eq(outbox.state, 'owed'), isOf(kind)));
  }

  /**
   * The query for the moment at which the next message falls due: one that somebody holds (a process that was killed,
   * perhaps) when its lease ends. Those that wait behind another of their person are not counted.
   */
  firstDue(kind: Kind) {
    return this.database.db
      .select({ at: min(sql`greatest(${outbox.dueAt}, ${outbox.leasedUntil})`) })
      .from(outbox)
      .where(and(eq(outbox.state, 'owed'), isOf(kind), isFirstOfPerson));
  }

  private async dropExpired(now: Instant, kind: Kind): Promise<void> {
    const dropped = await this.database.db
      .update(outbox)
      .set({ state: 'dropped', lastError: 'its event was over' })
      .where(
        and(
          eq(outbox.state, 'owed'),
          isOf(kind),
          isNotNull(outbox.expiresAt),
          lte(outbox.expiresAt, now),
        ),
      )
      .returning();
    for (const row of dropped)
      await this.note(this.database.db, row, now, {
        kind: 'left-out',
        what: nameOf(row),
        sequence: '',
        because: 'event-past',
      });
  }

  /** Notices, which go by email, to an address of the business that wants none any more. */
  private async dropStopped(): Promise<void> {
    await this.database.db
      .update(outbox)
      .set({ state: 'dropped', lastError: 'the address stopped notices' })
      .where(
        and(
          eq(outbox.state, 'owed'),
          isNull(outbox.personId),
          sql`exists (select 1 from ${stoppedNotices} as stopped where stopped.client_id = ${outbox}.client_id and stopped.address = lower(${outbox}.payload->>'to'))`,
        ),
      );
  }

  private take(now: Instant, worker: string, kind: Kind): Promise<OutboxRow[]> {
    return this.database.transaction(async (tx) => {
      const due = await tx
        .select({ id: outbox.id })
        .from(outbox)
        .where(
          and(
            eq(outbox.state, 'owed'),
            lte(outbox.dueAt, now),
            or(isNull(outbox.leasedUntil), lte(outbox.leasedUntil, now)),
            isOf(kind),
            isFirstOfPerson,
          ),
        )
        .orderBy(asc(outbox.order))
        .limit(batch)
        .for('update', { skipLocked: true });
      if (due.length === 0) return [];
      const taken = await tx
        .update(outbox)
        .set({ leasedBy: worker, leasedUntil: now.add(lease) })
        .where(
          inArray(
            outbox.id,
            due.map((row) => row.id),
          ),
        )
        .returning();
      return taken.sort((a, b) => a.order - b.order);
    });
  }

  /** Tries one message and writes down how it went. When even that fails, the others go on: its lease ends by itself. */
  private async attempt(row: OutboxRow, now: Instant, worker: string): Promise<void> {
    try {
      const failure = await this.underLease(row, worker, this.send(row, now)).then(
        () => null,
        (error: unknown) => ({ error }),
      );
      await this.writeDown(row, now, worker, failure);
    } catch (error) {
      this.log.error({ err: error, message: row.id }, 'message not marked');
      if (isDataError(error))
        await this.mark(this.database.db, row, worker, {
          state: 'failed',
          lastError: 'could not be recorded',
        });
    }
  }

  /** Renews the lease for as long as a try lasts: a server that is slow, but speaks, has all the time it takes. */
  private async underLease(row: OutboxRow, worker: string, trying: Promise<void>): Promise<void> {
    const renewal = setInterval(() => {
      this.database.db
        .update(outbox)
        .set({ leasedUntil: this.clock.now().add(lease) })
        .where(and(eq(outbox.id, row.id), eq(outbox.leasedBy, worker)))
        .catch((error: unknown) => this.log.error({ err: error }, 'lease not renewed'));
    }, renewMs);
    try {
      await trying;
    } finally {
      clearInterval(renewal);
    }
  }

  private writeDown(
    row: OutboxRow,
    now: Instant,
    worker: string,
    failure: { error: unknown } | null,
  ): Promise<void> {
    if (!failure)
      return this.mark(this.database.db, row, worker, {
        state: 'sent',
        sentAt: now,
        lastError: null,
      });
    const { error } = failure;
    if (isRefusedForGood(error)) return this.giveUp(row, now, worker, reason(error));
    const wait = backOff[row.attempts];
    if (wait === undefined) return this.giveUp(row, now, worker, reason(error), false);
    return this.mark(this.database.db, row, worker, {
      dueAt: now.add({ minutes: wait }),
      lastError: reason(error),
    });
  }

  private send(row: OutboxRow, now: Instant): Promise<void> {
    const { id, clientId, payload } = row;
    return payload.kind === 'email'
      ? this.mail.send({ ...payload, id, clientId, date: now })
      : this.texts.send({ ...payload, id });
  }

  /** A message that will never arrive. Mail that is refused for good marks the person, and their other mail is not tried. */
  private giveUp(
    row: OutboxRow,
    now: Instant,
    worker: string,
    why: string,
    refused = true,
  ): Promise<void> {
    return this.database.transaction(async (tx) => {
      await this.mark(tx, row, worker, { state: 'failed', lastError: why });
      await this.note(tx, row, now, { kind: 'refused', what: nameOf(row) });
      if (!refused || !row.personId || row.payload.kind !== 'email') return;
      await tx.update(people).set({ mailRefusedAt: now }).where(eq(people.id, row.personId));
      await tx
        .update(outbox)
        .set({ state: 'dropped', lastError: 'mail to them is refused' })
        .where(and(eq(outbox.personId, row.personId), eq(outbox.state, 'owed'), isOf('email')));
    });
  }

  /** Writes the end of a try; only the worker that holds the lease may. */
  private async mark(
    tx: Queries,
    row: OutboxRow,
    worker: string,
    values: Partial<OutboxRow>,
  ): Promise<void> {
    await tx
      .update(outbox)
      .set({ attempts: row.attempts + 1, leasedBy: null, leasedUntil: null, ...values })
      .where(and(eq(outbox.id, row.id), eq(outbox.leasedBy, worker)));
  }

  private async note(tx: Queries, row: OutboxRow, at: Instant, fact: TimelineFact): Promise<void> {
    const personId: PersonId | null = row.personId;
    if (personId) await tx.insert(timeline).values({ personId, clientId: row.clientId, at, fact });
  }
}

const nameOf = ({ payload }: OutboxRow) =>
  payload.kind === 'email' ? `Email “${payload.subject}”` : `Text “${truncate(payload.body, 60)}”`;

/** An answer of the 500s to SMTP's commands, or of the 400s from the text gateway, will be the same tomorrow. */
function isRefusedForGood(error: unknown): boolean {
  const { responseCode, refused } = error as { responseCode?: number; refused?: boolean };
  return refused === true || (responseCode !== undefined && responseCode >= 500);
}

/** The kind of failure without the server's words, which may repeat an address. */
function reason(error: unknown): string {
  const { code, responseCode } = error as { code?: string; responseCode?: number };
  return [code, responseCode].filter(Boolean).join(' ') || 'unknown';
}
