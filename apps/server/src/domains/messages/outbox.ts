import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Instant } from '@plumgate/core/basics';
import { outOfQuiet } from '@plumgate/core/campaigns';
import {
  and,
  asc,
  eq,
  isNotNull,
  isNull,
  lte,
  min,
  notInArray,
  or,
  sql,
  type SQL,
} from 'drizzle-orm';
import { stoppedNotices } from '../../records/messages/table.ts';
import { people } from '../../records/people/table.ts';
import type { TimelineFact } from '../../records/people/timeline.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { isDataError } from '../../platform/database/sql-state.ts';
import { deleteSome } from '../../platform/database/delete-some.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { Worker } from '../../platform/worker.ts';
import { PinoLogger } from '../../platform/logging.ts';
import { MailDoor } from '../../platform/mail/mail-door.ts';
import { TextDoor } from '../../platform/texts/text-door.ts';
import type { CountedLink, EmailPayload } from '../../platform/mail/email-payload.ts';
import type { TextPayload } from '../../platform/texts/text-payload.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { outbox, type MessageLeftOut } from '../../records/messages/outbox.table.ts';
import { Composer, type Sources } from './composer.ts';
import { messageLinks } from '../../records/messages/message-links.table.ts';
import { messageName } from '../../records/messages/message-name.ts';
import { leaveOut } from './leave-out.ts';
import { isSuppressed } from './suppression.service.ts';
import { ReplyAddresses } from './reply-addresses.ts';
import { messagesSettled } from './message-events.ts';

type OutboxRow = typeof outbox.$inferSelect;

/** While a try lasts its lease is renewed; when a lease has run out, another worker may take the row. */
const lease = { seconds: 60 };
const renewMs = 20_000;
/** What was sent or failed is on the person's record; the row itself is of no use after a quarter. */
const keptFor = { hours: 24 * 92 };
/** Whoever opens an old message finds its links; nobody does after two years. Common practice, no source. */
const linksKeptFor = { hours: 24 * 730 };

/** Messages that wait for nobody but each other, with so many on their way at once. */
interface Lane {
  name: string;
  kind: 'email' | 'text';
  of: SQL;
  isOfCampaigns: boolean;
  atOnce: number;
  batch: number;
}
const single = { isOfCampaigns: false, batch: 20 };
const many = { isOfCampaigns: true, batch: 100 };
const isOf = (kind: Lane['kind']) => eq(outbox.kind, kind);
const isSingle = (kind: Lane['kind']) => and(isOf(kind), isNull(outbox.campaignId))!;
const isOfCampaign = (kind: Lane['kind']) => and(isOf(kind), isNotNull(outbox.campaignId))!;
/** Each kind of message has a lane of its own, and so have those of campaigns: nobody's confirmation waits for 100,000 others. */
export const lanes: readonly Lane[] = [
  { name: 'email', kind: 'email', of: isSingle('email'), atOnce: 8, ...single },
  { name: 'text', kind: 'text', of: isSingle('text'), atOnce: 4, ...single },
  { name: 'campaign email', kind: 'email', of: isOfCampaign('email'), atOnce: 4, ...many },
  { name: 'campaign text', kind: 'text', of: isOfCampaign('text'), atOnce: 2, ...many },
];
/** Waits between tries, in minutes: about two days in all, so that a mail server down for a night loses nothing. */
const backOff = [1, 2, 5, 10, 20, 30, 60, 120, 240, 480, 720, 1440];

/** The first of a person's messages that has not left: the others wait behind it, so that they arrive in order. */
const isFirstOfPerson = sql`(${outbox.personId} is null or not exists (select 1 from ${outbox} as earlier where earlier.person_id = ${outbox}.person_id and earlier.state = 'queued' and earlier.campaign_id is null and earlier.in_order < ${outbox}.in_order))`;

/**
 * Sends what is queued. Rows are written by their causes; a row that makes no sense any more is left out, one that is
 * refused for good fails at once, and any other failure is tried again. What becomes of a message is noted on the person's
 * record then, and told to the domains above.
 */
@Injectable()
export class Outbox implements OnModuleInit {
  private isStopping = false;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly composer: Composer,
    private readonly mail: MailDoor,
    private readonly texts: TextDoor,
    private readonly replies: ReplyAddresses,
    private readonly worker: Worker,
    private readonly housekeeping: Housekeeping,
    private readonly log: PinoLogger,
  ) {}

  onModuleInit(): void {
    for (const lane of lanes)
      this.worker.register({
        name: lane.name,
        firstDue: () => this.firstDue(lane),
        doDue: (now, worker) => this.sendDue(now, worker, lane),
        finishSoon: () => this.finishSoon(),
      });
    this.housekeeping.register('message links', (mostRows) => {
      const before = this.clock.now().subtract(linksKeptFor);
      return deleteSome(this.database.db, messageLinks, lte(messageLinks.madeAt, before), mostRows);
    });
    this.housekeeping.register('outbox', (mostRows) => {
      const before = this.clock.now().subtract(keptFor);
      const isOver = notInArray(outbox.state, ['queued', 'held']);
      const isOld = and(isOver, isNull(outbox.campaignId), lte(outbox.dueAt, before))!;
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
  async sendDue(now: Instant, worker: string, lane: Lane): Promise<number> {
    const rows = await this.database.transaction(async (tx) => {
      const effects = this.causes.begin();
      if (!lane.isOfCampaigns) await this.leaveOutSenseless(tx, effects, now, lane);
      await effects.write(tx);
      return this.take(tx, now, worker, lane);
    });
    const sources = await this.composer.sourcesOf(this.database.db, rows);
    // All of a batch go to different people, or to the business: no order among them to keep.
    const left = [...rows];
    const sendOn = async () => {
      for (let row = left.shift(); row && !this.isStopping; row = left.shift())
        await this.attempt(row, sources, now, worker);
    };
    await Promise.all(Array.from({ length: lane.atOnce }, sendOn));
    if (this.isStopping) await this.release(worker, lane);
    return rows.length;
  }

  /** Gives back what was taken and not tried, so that the next start need not wait for the lease to end. */
  private async release(worker: string, { of }: Lane): Promise<void> {
    await this.database.db
      .update(outbox)
      .set({ leasedBy: null, leasedUntil: null })
      .where(and(eq(outbox.leasedBy, worker), eq(outbox.state, 'queued'), of));
  }

  /**
   * The query for the moment at which the next message falls due: one that somebody holds (a process that was killed,
   * perhaps) when its lease ends. Those that wait behind another of their person are not counted.
   */
  firstDue({ of, isOfCampaigns }: Lane) {
    // Of the many of a campaign only the first in the index is looked at.
    const at = isOfCampaigns
      ? min(outbox.dueAt)
      : min(sql`greatest(${outbox.dueAt}, ${outbox.leasedUntil})`);
    return this.database.db
      .select({ at })
      .from(outbox)
      .where(and(eq(outbox.state, 'queued'), of, isOfCampaigns ? undefined : isFirstOfPerson));
  }

  /**
   * Leaves out what makes no sense any more: what is past its event, notices, which go by email, to an address of the
   * business that wants none, and mail to an address that gets none. One statement for all, since it goes before every turn.
   */
  private async leaveOutSenseless(
    tx: Queries,
    effects: Consequences,
    now: Instant,
    { kind, of }: Lane,
  ): Promise<void> {
    const isExpired = and(isNotNull(outbox.expiresAt), lte(outbox.expiresAt, now), of)!;
    const isStopped = and(
      isNull(outbox.personId),
      sql`exists (select 1 from ${stoppedNotices} as stopped where stopped.client_id = ${outbox}.client_id and stopped.address = lower(${outbox}."to"))`,
    );
    const reason = sql<MessageLeftOut>`case when ${isExpired} then 'event-past' when ${isStopped} then 'notices-stopped' else 'suppressed' end`;
    const isSenseless = kind === 'email' ? or(isExpired, isStopped, isSuppressed) : isExpired;
    for (const row of await leaveOut(tx, effects, isSenseless, reason, now))
      if (row.leftOut === 'event-past' || row.leftOut === 'suppressed')
        noteTo(effects, row, now, {
          kind: 'left-out',
          what: messageName(row),
          sequence: row.origin,
          because: row.leftOut,
        });
  }

  private async take(tx: Queries, now: Instant, worker: string, lane: Lane): Promise<OutboxRow[]> {
    const due = await tx
      .select({ id: outbox.id })
      .from(outbox)
      .where(
        and(
          eq(outbox.state, 'queued'),
          lte(outbox.dueAt, now),
          or(isNull(outbox.leasedUntil), lte(outbox.leasedUntil, now)),
          lane.of,
          lane.isOfCampaigns ? undefined : isFirstOfPerson,
        ),
      )
      .orderBy(asc(lane.isOfCampaigns ? outbox.dueAt : outbox.order))
      .limit(lane.batch)
      .for('update', { skipLocked: true });
    if (due.length === 0) return [];
    const taken = await tx
      .update(outbox)
      .set({ leasedBy: worker, leasedUntil: now.add(lease) })
      .where(
        isAnyOf(
          outbox.id,
          due.map((row) => row.id),
        ),
      )
      .returning();
    return taken.sort((a, b) => a.order - b.order);
  }

  /** Tries one message and writes down how it went. When even that fails, the others go on: its lease ends by itself. */
  private async attempt(
    row: OutboxRow,
    sources: Sources,
    now: Instant,
    worker: string,
  ): Promise<void> {
    try {
      const later = quietUntil(row, sources, now);
      if (later) return void (await this.putOff(row, worker, later));
      const sending = this.send(row, sources, now);
      const result = await this.underLease(row, worker, sending).then(
        (message) => ({ message }),
        (error: unknown) => ({ error }),
      );
      await ('error' in result
        ? this.noteFailure(row, now, worker, result.error)
        : this.noteSent(row, now, worker, result.message));
    } catch (error) {
      this.log.error({ err: error, message: row.id }, 'message not marked');
      if (isDataError(error)) await this.failUnrecorded(row, now, worker);
    }
  }

  /** Leaves a message for later; that is no try. */
  private putOff({ id, attempts }: OutboxRow, worker: string, dueAt: Instant): Promise<boolean> {
    return this.mark(this.database.db, { id, attempts: attempts - 1 }, worker, { dueAt });
  }

  /** What a person's record can't take, as it stands: the message and its step are over, without a line on the record. */
  private failUnrecorded(row: OutboxRow, now: Instant, worker: string): Promise<void> {
    return this.database.transaction(async (tx) => {
      const values = { state: 'failed' as const, lastError: 'could not be recorded' };
      if (!(await this.mark(tx, row, worker, values))) return;
      const effects = this.causes.begin();
      effects.raise(messagesSettled, { keys: [row.key], as: 'failed', at: now });
      await effects.write(tx);
    });
  }

  /** Renews the lease for as long as a try lasts: a server that is slow, but speaks, has all the time it takes. */
  private async underLease<Result>(
    row: OutboxRow,
    worker: string,
    trying: Promise<Result>,
  ): Promise<Result> {
    const renewal = setInterval(() => {
      this.database.db
        .update(outbox)
        .set({ leasedUntil: this.clock.now().add(lease) })
        .where(and(eq(outbox.id, row.id), eq(outbox.leasedBy, worker)))
        .catch((error: unknown) => this.log.error({ err: error }, 'lease not renewed'));
    }, renewMs);
    try {
      return await trying;
    } finally {
      clearInterval(renewal);
    }
  }

  /** Puts a message together and hands it to the mail server or text gateway; gives it as it left. */
  private async send(
    row: OutboxRow,
    sources: Sources,
    now: Instant,
  ): Promise<EmailPayload | TextPayload> {
    const { id, clientId } = row;
    const message = this.composer.compose(row, sources);
    if (message.links?.length) await this.keepLinks(row, message.links, now);
    const returnPath = this.replies.reportsOf(id);
    await (message.kind === 'email'
      ? this.mail.send({ ...message, id, clientId, date: now, ...(returnPath && { returnPath }) })
      : this.texts.send({ ...message, id }));
    return message;
  }

  /** Before they are sent: a link may be followed the moment it arrives. */
  private async keepLinks(
    { id: messageId, personId, clientId }: OutboxRow,
    links: readonly CountedLink[],
    madeAt: Instant,
  ): Promise<void> {
    const of = { messageId, personId, clientId: clientId!, madeAt };
    await this.database.db
      .insert(messageLinks)
      .values(links.map((link) => ({ ...of, ...link })))
      .onConflictDoNothing();
  }

  private noteSent(
    row: OutboxRow,
    now: Instant,
    worker: string,
    message: EmailPayload | TextPayload,
  ): Promise<void> {
    const { id, origin } = row;
    return this.database.transaction(async (tx) => {
      const values = { state: 'sent' as const, sentAt: now, lastError: null };
      if (!(await this.mark(tx, row, worker, values))) return;
      const effects = this.causes.begin();
      const sent = { message: id, sequence: origin };
      noteTo(
        effects,
        row,
        now,
        message.kind === 'email'
          ? { kind: 'sent', subject: message.subject, ...sent }
          : { kind: 'texted', body: message.body, ...sent },
      );
      effects.raise(messagesSettled, { keys: [row.key], as: 'sent', at: now });
      await effects.write(tx);
    });
  }

  private async noteFailure(
    row: OutboxRow,
    now: Instant,
    worker: string,
    error: unknown,
  ): Promise<void> {
    if (isRefusedForGood(error)) return this.giveUp(row, now, worker, reason(error));
    const wait = backOff[row.attempts];
    if (wait === undefined) return this.giveUp(row, now, worker, reason(error), false);
    await this.mark(this.database.db, row, worker, {
      dueAt: now.add({ minutes: wait }),
      lastError: reason(error),
    });
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
      if (!(await this.mark(tx, row, worker, { state: 'failed', lastError: why }))) return;
      const effects = this.causes.begin();
      noteTo(effects, row, now, { kind: 'refused', what: messageName(row) });
      effects.raise(messagesSettled, { keys: [row.key], as: 'failed', at: now });
      if (refused && row.personId && row.kind === 'email') {
        await tx.update(people).set({ mailRefusedAt: now }).where(eq(people.id, row.personId));
        const isTheirs = and(eq(outbox.personId, row.personId), isOf('email'));
        await leaveOut(tx, effects, isTheirs, 'mail-refused', now);
      }
      await effects.write(tx);
    });
  }

  /** Writes the end of a try and gives whether it was written; only the worker that holds the lease may. */
  private async mark(
    tx: Queries,
    row: Pick<OutboxRow, 'id' | 'attempts'>,
    worker: string,
    values: Partial<OutboxRow>,
  ): Promise<boolean> {
    const marked = await tx
      .update(outbox)
      .set({ attempts: row.attempts + 1, leasedBy: null, leasedUntil: null, ...values })
      .where(and(eq(outbox.id, row.id), eq(outbox.leasedBy, worker), eq(outbox.state, 'queued')))
      .returning({ id: outbox.id });
    return marked.length > 0;
  }
}

/** Until when a marketing text waits for the morning of the one who gets it; null when it may go out now. */
function quietUntil(
  { kind, campaignId, personId, clientId }: OutboxRow,
  { people, clients }: Sources,
  now: Instant,
): Instant | null {
  if (kind !== 'text' || !campaignId) return null;
  const zone = (personId && people.get(personId)?.zone) || clients.get(clientId!)!.facts.zone;
  const allowed = outOfQuiet(now, zone);
  return allowed.equals(now) ? null : allowed;
}

/** A line on the record of the person that a message goes to. */
function noteTo(effects: Consequences, row: OutboxRow, at: Instant, fact: TimelineFact): void {
  const { personId, clientId } = row;
  if (personId && clientId) effects.note({ id: personId, clientId }, at, fact);
}

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
