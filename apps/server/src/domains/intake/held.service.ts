import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { HeldView } from '@plumgate/contract';
import type { BookingId, ClientId, SubmissionId } from '@plumgate/core/basics';
import { done, type Outcome } from '@plumgate/core/basics';
import { labelledAnswers, type FieldProblem, type JunkReason } from '@plumgate/core/forms';
import { pageWords, fieldWords } from '@plumgate/core/languages';
import { personFromAnswers, type ContactDetails } from '@plumgate/core/people';
import { directArrival } from '@plumgate/core/results';
import { and, asc, count, desc, eq, inArray, lte, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { clients } from '../../records/clients/table.ts';
import { pageRevisions, pages } from '../../records/pages/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { afterCursor, cursorOf } from '../../platform/http/cursor.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Jobs, type JobProgress, type JobRow } from '../../platform/jobs/jobs.ts';
import { incomingOf, type Incoming } from './incoming.ts';
import { IntakeService, readIncoming, submissionKeys } from './intake.service.ts';
import { UploadService } from './upload.service.ts';
import { JunkService } from './junk.service.ts';
import { SubmissionLimits } from './submission-limits.ts';
import { releaseUploads } from '../../records/intake/release-uploads.ts';
import { heldReasons, heldSubmissions, type HeldReason } from '../../records/intake/table.ts';

const maxShown = 200;
/** How long what was put aside can be let in. */
const daysKept = 90;
/** The kind of job that lets everything in, and how many it lets in between two looks at whether it should stop. */
export const acceptHeldJob = 'accept-held';
const portion = 20;

/** What a visitor's browser is answered with: what it typed itself, and the booking that came of it. */
export interface Taken {
  details: ContactDetails;
  bookingId: BookingId | null;
  /** Null for what was put aside. */
  submissionId: SubmissionId | null;
}

/** A held submission with the form it was sent by. */
export interface Held {
  row: typeof heldSubmissions.$inferSelect;
  incoming: Incoming;
  language: string;
}

/**
 * Stands before intake for what comes from the outside: submissions over a limit are held as they came, so that nothing
 * is lost and nobody is written to, until somebody has looked at them.
 */
@Injectable()
export class HeldService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly intake: IntakeService,
    private readonly limits: SubmissionLimits,
    private readonly junk: JunkService,
    private readonly jobs: Jobs,
    private readonly housekeeping: Housekeeping,
    private readonly uploads: UploadService,
  ) {}

  onModuleInit(): void {
    this.housekeeping.register('held submissions', (most) => this.forgetOld(most));
    this.jobs.register(acceptHeldJob, {
      run: async (job, progress) => ({ ...(await this.runAcceptAll(job, progress)) }),
    });
  }

  /** Takes a submission in, or holds it; its sender gets the same answer either way. */
  async receiveFrom(address: string, incoming: Incoming): Promise<Outcome<Taken, FieldProblem[]>> {
    const answers = readIncoming(incoming);
    if (!answers.ok) return answers;
    const details = personFromAnswers(incoming.form, answers.value, incoming.country);
    const reason =
      (await this.junk.reasonFor(incoming)) ??
      (await this.limits.exceeded(address, incoming, details));
    if (!reason) return this.intake.receive(incoming);
    await this.hold(incoming, reason);
    return done({ details, bookingId: null, submissionId: null });
  }

  private async hold(incoming: Incoming, reason: HeldReason | JunkReason): Promise<void> {
    const { clientId, formId, pageId, revisionId, block, booking, ...rest } = incoming;
    const { typed, once, visitorId, source, firstSource, origins, device } = rest;
    const [client] = await this.database.db
      .select({ facts: clients.facts })
      .from(clients)
      .where(eq(clients.id, clientId));
    const now = this.clock.now();
    const start = booking?.start?.toString() ?? null;
    const id = this.ids.next<SubmissionId>();
    await this.database.transaction(async (tx) => {
      const kept = await tx
        .insert(heldSubmissions)
        .values({
          id,
          ...{ clientId, formId, pageId, revisionId, block, reason },
          content: { typed, once, visitorId, source, firstSource, origins, device, start },
          ...submissionKeys(incoming, now, client!.facts.zone),
          receivedAt: now,
        })
        .onConflictDoNothing()
        .returning({ id: heldSubmissions.id });
      if (kept.length > 0) await this.uploads.attach(tx, clientId, id, typed, incoming.form);
    });
  }

  /** What is held for a client, newest first. */
  async list(clientId: ClientId): Promise<{ held: HeldView[]; total: number }> {
    const mine = and(eq(heldSubmissions.clientId, clientId), isOverLimit);
    const [counted] = await this.database.db
      .select({ total: count() })
      .from(heldSubmissions)
      .where(mine);
    return { held: (await this.load(mine)).map(view), total: counted?.total ?? 0 };
  }

  /** How many are held among some. */
  async countOf(among: SQL | undefined): Promise<number> {
    const [counted] = await this.database.db
      .select({ total: count() })
      .from(heldSubmissions)
      .where(among);
    return counted?.total ?? 0;
  }

  /** Some of what is held, newest first, and where the list goes on. */
  async page(
    among: SQL | undefined,
    { after, limit }: { after?: string | undefined; limit: number },
  ): Promise<{ held: Held[]; next: string | null }> {
    const held = await this.load(
      and(among, afterCursor(after, heldSubmissions.receivedAt, heldSubmissions.id)),
      limit + 1,
    );
    const shown = held.slice(0, limit);
    const last = shown.at(-1);
    return {
      held: shown,
      next: held.length > limit && last ? cursorOf(last.row.receivedAt, last.row.id) : null,
    };
  }

  /** Lets held submissions in, as if they came now; gives why those could not that are still held. */
  async accept(
    clientId: ClientId,
    ids: SubmissionId[],
  ): Promise<{ done: number; refused: { id: SubmissionId; message: string }[] }> {
    const refused: { id: SubmissionId; message: string }[] = [];
    const found = await this.load(chosen(clientId, ids));
    // In the order they came: the first of somebody's is the one that made them a lead.
    for (const { row, incoming, language } of found.toReversed()) {
      const received = await this.intake.receive(incoming);
      if (received.ok) await this.forget(clientId, [row.id]);
      else refused.push({ id: row.id, message: whyNot(received.problem, language) });
    }
    return { done: found.length - refused.length, refused };
  }

  /** Lets everything in that is held now, as a job: thousands take longer than anybody waits for an answer. */
  acceptAll(clientId: ClientId, askedBy: string): Promise<string> {
    const input = { until: this.clock.now().toString() };
    return this.jobs.ask(this.database.db, { clientId, kind: acceptHeldJob, input, askedBy });
  }

  /** In portions, the oldest first; what came after the job was asked for is not meant. */
  private async runAcceptAll(job: JobRow, { report }: JobProgress): Promise<object> {
    const clientId = job.clientId as ClientId;
    const isMeant = and(
      eq(heldSubmissions.clientId, clientId),
      isOverLimit,
      lte(heldSubmissions.receivedAt, Temporal.Instant.from(job.input.until as string)),
    );
    const meant = await this.database.db
      .select({ id: heldSubmissions.id })
      .from(heldSubmissions)
      .where(isMeant)
      .orderBy(asc(heldSubmissions.receivedAt), asc(heldSubmissions.id));
    const ids = meant.map(({ id }) => id);
    let accepted = 0;
    for (let at = 0; at < ids.length; at += portion) {
      await report(at, ids.length);
      accepted += (await this.accept(clientId, ids.slice(at, at + portion))).done;
    }
    await report(ids.length, ids.length);
    return { accepted, refused: ids.length - accepted };
  }

  /** Deletes held submissions for good; gives how many there were. */
  async forget(clientId: ClientId, ids: SubmissionId[]): Promise<number> {
    return this.delete(chosen(clientId, ids));
  }

  /** Deletes what nobody has let in for so long. */
  private async forgetOld(most: number): Promise<number> {
    const old = this.database.db
      .select({ id: heldSubmissions.id })
      .from(heldSubmissions)
      .where(lte(heldSubmissions.receivedAt, this.clock.now().subtract({ hours: daysKept * 24 })))
      .limit(most);
    return this.delete(inArray(heldSubmissions.id, old));
  }

  /** Deletes held submissions with their files; gives how many there were. */
  private delete(which: SQL | undefined): Promise<number> {
    return this.database.transaction(async (tx) => {
      const gone = await tx
        .delete(heldSubmissions)
        .where(which)
        .returning({ id: heldSubmissions.id });
      await releaseUploads(
        tx,
        gone.map(({ id }) => id),
        this.clock.now(),
      );
      return gone.length;
    });
  }

  private async load(condition: SQL | undefined, most = maxShown): Promise<Held[]> {
    const rows = await this.database.db
      .select({
        row: heldSubmissions,
        page: { name: pages.name, slug: pages.slug, funnelId: pages.funnelId },
        revision: {
          document: pageRevisions.document,
          forms: pageRevisions.forms,
          facts: pageRevisions.facts,
        },
      })
      .from(heldSubmissions)
      .innerJoin(pages, eq(pages.id, heldSubmissions.pageId))
      .innerJoin(pageRevisions, eq(pageRevisions.id, heldSubmissions.revisionId))
      .where(condition)
      .orderBy(desc(heldSubmissions.receivedAt), asc(heldSubmissions.id))
      .limit(most);
    return rows.flatMap(({ row, page, revision }) => {
      const { start, ...sent } = row.content;
      const incoming = incomingOf({ ...row, ...page, ...revision, junkRules: letIn }, row.block, {
        ...sent,
        firstSource: sent.firstSource ?? sent.source,
        origins: sent.origins ?? directArrival.origins,
        query: null,
        start: start === null ? null : Temporal.Instant.from(start),
      });
      return incoming ? [{ row, incoming, language: revision.document.language }] : [];
    });
  }
}

/** Somebody has looked at it: nothing is put aside a second time. */
const letIn = { blockedWords: [], minSeconds: 0 };

/** Held for somebody to look at; junk is not, and waits to be looked for. */
export const isOverLimit = inArray(heldSubmissions.reason, [...heldReasons]);

const chosen = (clientId: ClientId, ids: SubmissionId[]) =>
  and(eq(heldSubmissions.clientId, clientId), inArray(heldSubmissions.id, ids));

function view({ row, incoming }: Held): HeldView {
  const answers = readIncoming(incoming);
  return {
    id: row.id,
    form: incoming.form.name,
    page: incoming.pageName,
    source: incoming.source,
    reason: row.reason as HeldReason,
    receivedAt: row.receivedAt.toString(),
    answers: answers.ok ? labelledAnswers(incoming.form, answers.value, incoming.country) : [],
  };
}

const whyNot = (problems: FieldProblem[], language: string): string =>
  problems
    .map((problem) => fieldWords(problem, { label: problem.field }, pageWords(language)))
    .join(' ');
