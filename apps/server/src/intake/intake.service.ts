import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type {
  BookingId,
  CalendarId,
  FormId,
  FunnelId,
  Instant,
  PageId,
  RevisionId,
  SubmissionId,
  ClientId,
} from '@plumgate/core/basics';
import { done, failed, localDay, type Outcome } from '@plumgate/core/basics';
import {
  readAnswers,
  type Answers,
  type FieldProblem,
  type FormDefinition,
} from '@plumgate/core/forms';
import { personFromAnswers } from '@plumgate/core/people';
import { routeLead, type RoutePlan } from '@plumgate/core/routing';
import { and, asc, eq, sql } from 'drizzle-orm';
import { BookingService, SlotGone, type BookingRow } from '../booking/booking.service.ts';
import { bookings } from '../booking/table.ts';
import type { ClientRow } from '../clients/client.service.ts';
import { clientEmail } from '../followup/compose.ts';
import type { Consequences } from '../followup/consequences.ts';
import { RunService } from '../followup/run.service.ts';
import { endsOnTag } from '../followup/step-worker.ts';
import { people, timeline } from '../people/table.ts';
import type { TimelineFact } from '../people/timeline.ts';
import { outbox, type EmailPayload, type TextPayload } from '../platform/outbox/table.ts';
import { PersonStore, type PersonRow } from '../people/person-store.ts';
import { Clock } from '../platform/clock.ts';
import { Database, type Queries } from '../platform/database/database.ts';
import type { Write } from '../platform/database/one-trip.ts';
import { IdSource } from '../platform/id-source.ts';
import { Worker } from '../platform/worker.ts';
import { PersonLinks } from '../site/person-links.ts';
import { addToDays } from '../results/visit-counter.ts';
import { RuleService } from '../routing/rule.service.ts';
import { submissions } from './table.ts';

/** A form on its way in: where it stood, as what it was published, and what was typed. */
export interface Incoming {
  clientId: ClientId;
  funnelId: FunnelId;
  pageId: PageId;
  pageName: string;
  revisionId: RevisionId;
  formId: FormId;
  form: FormDefinition;
  typed: Record<string, string>;
  /** Where the form stands with free times: the calendar, and the start that was chosen; null when none was. */
  booking?: { calendarId: CalendarId; start: Instant | null };
  /** The form's idempotency field; empty where no script filled it. */
  once: string;
  visitorId: string;
  source: string;
  device: 'phone' | 'wide';
}

export interface Received {
  submissionId: SubmissionId;
  person: Pick<PersonRow, 'firstName' | 'lastName' | 'email' | 'phone'>;
  bookingId: BookingId | null;
}

/** The field in which a form's chosen time travels. */
export const slotField = '_slot';

/** Undoes the transaction of a post that has been received before; a double is rare, so nothing looks for one first. */
class Doubled extends Error {
  constructor(readonly once: string) {
    super('This submission has been received before.');
  }
}

/** What a lead caused: the lines of its timeline, and the messages owed at once. */
export interface Effects {
  facts: TimelineFact[];
  owed: (EmailPayload | TextPayload)[];
}

/** Undoes a rehearsal's transaction, and carries out of it what would have been. */
class Rehearsed extends Error {
  constructor(
    readonly received: Received,
    readonly effects: Effects,
  ) {
    super('This was a rehearsal.');
  }
}

/** A lead while it is taken in: what is known of it so far. */
interface Arriving {
  incoming: Incoming;
  answers: Answers;
  client: ClientRow;
  person: PersonRow & { isNew: boolean };
  plan: RoutePlan;
  submission: SubmissionId;
  at: Instant;
}

/**
 * The one way in for a lead. Everything that a submission causes is written in one transaction: when the visitor has
 * the answer, the person, the answers, the booking, the tags and every message owed are safe; when anything fails, none
 * of it happened.
 */
@Injectable()
export class IntakeService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly store: PersonStore,
    private readonly rules: RuleService,
    private readonly runs: RunService,
    private readonly bookings: BookingService,
    private readonly links: PersonLinks,
    private readonly worker: Worker,
  ) {}

  async receive(incoming: Incoming): Promise<Outcome<Received, FieldProblem[]>> {
    const answers = readIncoming(incoming);
    if (!answers.ok) return answers;
    try {
      const received = await this.database.transaction((tx) =>
        this.write(tx, incoming, answers.value),
      );
      this.worker.wake();
      return done(received);
    } catch (error) {
      if (error instanceof Doubled) return done(await this.earlier(incoming.clientId, error.once));
      if (error instanceof SlotGone) return failed([{ field: slotField, code: 'slot-taken' }]);
      throw error;
    }
  }

  /**
   * Takes a lead in just as `receive` does, reads what that caused, and undoes all of it: for a walk, which leaves nobody
   * and owes nothing.
   */
  async rehearse(
    incoming: Incoming,
  ): Promise<Outcome<{ received: Received; effects: Effects }, FieldProblem[]>> {
    const answers = readIncoming(incoming);
    if (!answers.ok) return answers;
    try {
      await this.database.transaction(async (tx) => {
        const received = await this.write(tx, incoming, answers.value);
        throw new Rehearsed(received, await this.effectsOf(tx, received));
      });
      throw new Error('A rehearsal never ends by itself.');
    } catch (error) {
      if (error instanceof Rehearsed) return done(error);
      if (error instanceof SlotGone) return failed([{ field: slotField, code: 'slot-taken' }]);
      throw error;
    }
  }

  /** What a submission caused, read from what its transaction wrote. */
  private async effectsOf(tx: Queries, { submissionId }: Received): Promise<Effects> {
    const [row] = await tx.select().from(submissions).where(eq(submissions.id, submissionId));
    const facts = await tx
      .select({ fact: timeline.fact })
      .from(timeline)
      .where(eq(timeline.personId, row!.personId))
      .orderBy(asc(timeline.id));
    const owed = await tx
      .select({ payload: outbox.payload })
      .from(outbox)
      .where(sql`${outbox}.xmin = pg_current_xact_id()::xid`)
      .orderBy(asc(outbox.order));
    return { facts: facts.map(({ fact }) => fact), owed: owed.map(({ payload }) => payload) };
  }

  private async write(tx: Queries, incoming: Incoming, answers: Answers): Promise<Received> {
    const at = this.clock.now();
    const { client, rules } = await this.rules.forArrival(tx, incoming.clientId);
    const sketch = personFromAnswers(incoming.form, answers);
    const person = await this.store.arrive(tx, incoming.clientId, sketch, incoming.source, at);
    const plan = routeLead(rules, {
      form: incoming.formId,
      page: incoming.pageId,
      funnel: incoming.funnelId,
      source: incoming.source,
    });
    const submission = this.ids.next<SubmissionId>();
    const arriving = { incoming, answers, client, person, plan, submission, at };
    const first = await this.isFirst(tx, person, incoming);
    await this.keepSubmission(tx, arriving);
    const so = this.runs.consequences();
    await this.noteArrival(tx, so, arriving);
    const booking = await this.takeTime(tx, so, arriving);
    for (const sequence of plan.sequences)
      await this.runs.join(tx, so, { client, person, sequence, submission, booking, at });
    this.tell(so, arriving);
    await so.write(tx, first.onPage ? [this.countLead(tx, arriving, first.inFunnel)] : []);
    return { submissionId: submission, person, bookingId: booking?.id ?? null };
  }

  private async earlier(clientId: ClientId, once: string): Promise<Received> {
    const [row] = await this.database.db
      .select({ id: submissions.id, person: people, booking: bookings.id })
      .from(submissions)
      .innerJoin(people, eq(people.id, submissions.personId))
      .leftJoin(bookings, eq(bookings.submissionId, submissions.id))
      .where(and(eq(submissions.clientId, clientId), eq(submissions.once, once)));
    return { submissionId: row!.id, person: row!.person, bookingId: row!.booking };
  }

  /** A person counts once as a lead of a page, and once as one of its funnel, however often they write. */
  private async isFirst(
    tx: Queries,
    person: PersonRow,
    { pageId, funnelId }: Incoming,
  ): Promise<{ onPage: boolean; inFunnel: boolean }> {
    if (person.submissionCount === 1) return { onPage: true, inFunnel: true };
    const before = await tx
      .selectDistinct({ pageId: submissions.pageId })
      .from(submissions)
      .where(and(eq(submissions.personId, person.id), eq(submissions.funnelId, funnelId)));
    return { onPage: !before.some((row) => row.pageId === pageId), inFunnel: before.length === 0 };
  }

  private async keepSubmission(tx: Queries, arriving: Arriving): Promise<void> {
    const { incoming, answers, client, person, plan, at } = arriving;
    const once = onceKey(incoming, at, client.facts.zone);
    const kept = await tx
      .insert(submissions)
      .values({
        id: arriving.submission,
        clientId: incoming.clientId,
        personId: person.id,
        formId: incoming.formId,
        pageId: incoming.pageId,
        funnelId: incoming.funnelId,
        revisionId: incoming.revisionId,
        answers,
        source: incoming.source,
        rulesMet: plan.met,
        once,
        receivedAt: at,
      })
      .onConflictDoNothing()
      .returning({ id: submissions.id });
    if (kept.length === 0) throw new Doubled(once);
  }

  /** Does what the rules planned for the person and notes it on their timeline. */
  private async noteArrival(tx: Queries, so: Consequences, arriving: Arriving): Promise<void> {
    const { incoming, answers, person, plan, at } = arriving;
    so.note(person, at, {
      kind: 'submitted',
      form: incoming.form.name,
      page: incoming.pageName,
      source: incoming.source,
      answers: spoken(incoming.form, answers),
    });
    const rule = plan.met.map((met) => met.name).join(', ');
    if (rule) so.note(person, at, { kind: 'met', rules: plan.met.map((met) => met.name) });
    const tags = await this.store.tag(tx, person, plan.tags);
    if (tags.length > 0) {
      so.note(person, at, { kind: 'tagged', tags, rule });
      // Only somebody who was here before can be running through a sequence that this ends.
      if (!person.isNew)
        await this.runs.endOn(tx, so, person.id, at, endsOnTag(tags), `tagged ${tags.join(', ')}`);
    }
    if (plan.owner && plan.owner !== person.ownerId)
      so.note(person, at, {
        kind: 'given',
        to: await this.store.give(tx, person, plan.owner),
        rule,
      });
    for (const to of noticesOf(arriving))
      so.note(person, at, { kind: 'told', to, subject: noticeSubject(person, incoming.form) });
  }

  private async takeTime(
    tx: Queries,
    so: Consequences,
    { incoming, client, person, submission }: Arriving,
  ): Promise<BookingRow | null> {
    if (!incoming.booking?.start) return null;
    const { calendarId, start } = incoming.booking;
    return this.bookings.book(tx, so, {
      client,
      calendarId,
      person,
      start,
      by: 'visitor',
      submission,
    });
  }

  /** Tells the business who wrote and what they said; an answer to the notice goes to the person. */
  private tell(so: Consequences, arriving: Arriving): void {
    const { incoming, answers, client, person, submission, at } = arriving;
    const lines = spoken(incoming.form, answers).map(
      ({ question, answer }) => `${question}: ${answer}`,
    );
    const body = [
      'A new lead has arrived.',
      lines.join('\n'),
      `Page: ${incoming.pageName}\nCame from: ${incoming.source}`,
    ].join('\n\n');
    for (const email of noticesOf(arriving)) {
      const stop = this.links.stopNotices(client, email);
      const payload = clientEmail(client, email, noticeSubject(person, incoming.form), body, stop);
      so.owe({
        clientId: client.id,
        key: `tell:${submission}:${email}`,
        dueAt: at,
        payload: { ...payload, replyTo: person.email || payload.replyTo },
      });
    }
  }

  private countLead(tx: Queries, { incoming, client, at }: Arriving, isNew: boolean): Write {
    const { clientId, pageId, source, device } = incoming;
    const day = localDay(at, client.facts.zone);
    return addToDays(tx, [
      {
        clientId,
        pageId,
        source,
        device,
        day,
        views: 0,
        visitors: 0,
        leads: 1,
        newLeads: isNew ? 1 : 0,
      },
    ]);
  }
}

/** The answers of a form on its way in, or everything that is wrong with them and with the time that goes with them. */
function readIncoming({ form, typed, booking }: Incoming): Outcome<Answers, FieldProblem[]> {
  const answers = readAnswers(form, typed);
  const problems = answers.ok ? [] : answers.problem;
  if (booking && !booking.start) problems.push({ field: slotField, code: 'no-slot' });
  return answers.ok && problems.length === 0 ? answers : failed(problems);
}

const noticesOf = ({ incoming, plan }: Arriving): string[] => [
  ...new Set([...incoming.form.tell, ...plan.tell]),
];

/** The answers with the questions' own words, in the form's order; what was left empty is left out. */
export function spoken(
  form: FormDefinition,
  answers: Answers,
): { question: string; answer: string }[] {
  return form.questions.flatMap((question) => {
    const answer = answers[question.key];
    if (answer === undefined || answer === false) return [];
    return { question: question.label, answer: answer === true ? 'yes' : String(answer) };
  });
}

const noticeSubject = (
  person: Pick<PersonRow, 'firstName' | 'lastName' | 'email' | 'phone'>,
  form: FormDefinition,
) =>
  `New lead: ${[person.firstName, person.lastName].filter(Boolean).join(' ') || person.email || person.phone || 'no name given'}, ${form.name}`;

/**
 * By what a doubled post is known. The page's script fills the field anew for each page load; without script, the same
 * visitor sending the same answers on the same day has pressed twice.
 */
function onceKey(incoming: Incoming, at: Instant, zone: string): string {
  if (incoming.once) return `${incoming.formId}:${incoming.once.slice(0, 100)}`;
  const said = JSON.stringify([
    incoming.visitorId,
    localDay(at, zone),
    Object.entries(incoming.typed).sort(),
  ]);
  return `${incoming.formId}:said-${createHash('sha256').update(said).digest('base64url')}`;
}
