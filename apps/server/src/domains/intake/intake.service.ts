import type { ClientRow } from '../../records/clients/table.ts';
import { createHash } from 'node:crypto';
import { personVisitors } from '../../records/people/visitors.table.ts';
import { Injectable } from '@nestjs/common';
import type { BookingId, Instant, SubmissionId } from '@plumgate/core/basics';
import { cleanText, done, failed, localDay, type Outcome } from '@plumgate/core/basics';
import { calendarAnswers } from '@plumgate/core/booking';
import {
  consentsOf,
  labelledAnswers,
  readAnswers,
  type Answers,
  type FieldProblem,
} from '@plumgate/core/forms';
import {
  filledFields,
  personFromAnswers,
  townFromAnswers,
  type AlsoGiven,
  type ContactDetails,
} from '@plumgate/core/people';
import { routeLead, type RoutedLead } from '@plumgate/core/routing';
import { countedHour } from '@plumgate/core/results';
import { and, asc, eq, sql } from 'drizzle-orm';
import { BookingService, TooManyBookings } from '../booking/booking.service.ts';
import { SlotGone } from '../booking/slot-gone.ts';
import { WaitingListService } from '../booking/waiting-list.service.ts';
import { bookings, type BookingRow } from '../../records/booking/table.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { RunService } from '../followup/run.service.ts';
import { timeline } from '../../records/people/table.ts';
import type { TimelineFact } from '../../records/people/timeline.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { FieldStore } from '../../records/people/field-store.ts';
import { nobodyWaits, waitFrom } from '../../records/people/waiting.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { brokenUniqueRule } from '../../platform/database/sql-state.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Worker } from '../../platform/worker.ts';
import { countLead } from '../results/count-lead.ts';
import { campaignOf } from '../results/count-visits.ts';
import { RuleService, type ForArrival } from '../routing/rule.service.ts';
import { ConfirmationService } from './confirmation.service.ts';
import { arrivalFacts } from './arrival-facts.ts';
import { slotField, type Incoming } from './incoming.ts';
import { PlanService } from './plan.service.ts';
import { LeadMessages, type Notices } from './lead-messages.ts';
import { UploadService } from './upload.service.ts';
import { submissions } from '../../records/intake/table.ts';
import { leadArrived } from '../people/waiting-events.ts';
import { turnsFor } from '../routing/turns.ts';

/** What a submission came to, as far as its sender may know. */
export interface Received {
  submissionId: SubmissionId;
  /** What they typed of themselves now, and nothing that was known before. */
  details: ContactDetails;
  bookingId: BookingId | null;
}

/** Undoes the transaction of a post under a key that was used before; that is rare, so nothing looks for one first. */
class DuplicateSubmission extends Error {
  constructor(readonly keys: SubmissionKeys) {
    super('A submission has been received under this key before.');
  }
}

/** What a lead caused: the lines of its timeline, and the messages queued at once. */
export interface Effects {
  facts: TimelineFact[];
  messages: { kind: 'email' | 'text'; to: string; title: string }[];
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
  details: ContactDetails;
  person: PersonRow & { isNew: boolean; also: AlsoGiven };
  plan: RoutedLead;
  /** Who may look after people of the client. */
  assignees: ForArrival['assignees'];
  /** Other answers under a key that was used before: kept and told, and nothing else. */
  isChange: boolean;
  submission: SubmissionId;
  at: Instant;
}

/**
 * The one way in for a lead. Everything that a submission causes is written in one transaction: when the visitor has
 * the answer, the person, the answers, the booking, the tags and every queued message are safe; when anything fails, none
 * of it happened.
 */
@Injectable()
export class IntakeService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly store: PersonStore,
    private readonly fields: FieldStore,
    private readonly uploads: UploadService,
    private readonly rules: RuleService,
    private readonly runs: RunService,
    private readonly causes: Causes,
    private readonly plans: PlanService,
    private readonly bookings: BookingService,
    private readonly waiting: WaitingListService,
    private readonly messages: LeadMessages,
    private readonly confirmations: ConfirmationService,
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
      if (error instanceof DuplicateSubmission)
        return done(await this.again(incoming, answers.value, error.keys));
      return failed(slotProblems(error));
    }
  }

  /**
   * Takes a lead in just as `receive` does, reads what that caused, and undoes all of it: for a test run, which leaves nobody
   * and queues nothing.
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
      return failed(slotProblems(error));
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
    const messages = await tx
      .select({ kind: outbox.kind, to: outbox.to, title: outbox.title })
      .from(outbox)
      .where(sql`${outbox}.xmin = pg_current_xact_id()::xid`)
      .orderBy(asc(outbox.order));
    return { facts: facts.map(({ fact }) => fact), messages };
  }

  private async write(
    tx: Queries,
    incoming: Incoming,
    answers: Answers,
    isChange = false,
  ): Promise<Received> {
    const at = this.clock.now();
    const { clientId, formId, form } = incoming;
    const { client, rules, assignees, sequences, ...known } = await this.rules.forArrival(
      tx,
      clientId,
      formId,
    );
    const details = personFromAnswers(form, answers, incoming.country);
    const fields = filledFields(
      form,
      answers,
      await this.fields.settled(tx, { clientId, formId, form, at }, known.fields),
      client.facts.currency,
    );
    const { language, zone } = incoming;
    const town = townFromAnswers(form, answers);
    // Who books with the form knows when they are seen.
    const wait = incoming.booking ? nobodyWaits : waitFrom(at, client.facts);
    const who = { ...details, fields, language, zone, town, wait };
    const person = await this.store.arrive(tx, client, who, incoming, at);
    const working = isChange ? [] : rules;
    const turns = await turnsFor(tx, clientId, working, assignees, at);
    const plan = routeLead(
      working,
      await arrivalFacts(tx, working, { incoming, answers, person, client, at }),
      turns.pick,
    );
    const submission = this.ids.next<SubmissionId>();
    const arriving = {
      ...{ incoming, answers, client, assignees, details, person },
      ...{ plan, submission, at, isChange },
    };
    const first = await this.isFirst(tx, person, incoming);
    const effects = this.causes.begin();
    const keys = submissionKeys(incoming, at, client.facts.zone);
    const kept = this.submissionOf(tx, arriving, keys);
    // A doubled press must not find its own time taken: then it has to be known before one is.
    if (incoming.booking) await kept.catch(asDuplicate(keys));
    else effects.add(kept);
    await this.uploads.attach(tx, clientId, submission, incoming.typed, form);
    for (const write of turns.writes()) effects.add(write);
    const told = { ...arriving, notify: plan.notify, notifyTexts: plan.notifyTexts };
    const notices = this.messages.noticesOf(told);
    await this.noteArrival(tx, effects, arriving, notices);
    const booking = isChange ? null : await this.takeTime(tx, effects, arriving);
    const mustConfirm = !isChange && (await this.confirmations.isNeeded(tx, arriving));
    if (mustConfirm)
      await this.confirmations.ask(tx, effects, { ...arriving, sequences: plan.sequences });
    else
      for (const sequence of plan.sequences)
        await this.runs
          .join(tx, effects, {
            ...{ client, person, sequence, submission, booking, at },
            forNew: person.isNew ? sequences.get(sequence) : undefined,
          })
          .catch(asDuplicate(keys));
    this.messages.notify(effects, told, notices);
    this.messages.sendCopy(effects, told);
    for (const write of this.store.noteFields(tx, person, fields, {
      by: incoming.pageName,
      submission,
      at,
    }))
      effects.add(write);
    for (const write of this.store.noteAlsoGiven(tx, person, person.also, { ...details, at }))
      effects.add(write);
    if (incoming.visitorId)
      effects.add(
        tx
          .insert(personVisitors)
          .values({ clientId, personId: person.id, visitorId: incoming.visitorId })
          .onConflictDoNothing(),
      );
    const consents = consentsOf(incoming.form, answers);
    if (consents.length > 0)
      effects.add(
        this.store.agreed(tx, person, consents, {
          ...{ submission, page: incoming.pageName, at, mustConfirm },
        }),
      );
    if (wait.waitingSince)
      effects.raise(leadArrived, {
        ...{ clientId, person: person.id, key: submission },
        assignee: plan.assignee ?? person.assigneeId,
      });
    if (!isChange)
      effects.add(
        countLead({
          ...incoming,
          day: localDay(at, client.facts.zone),
          hour: countedHour(at, client.facts.zone),
          campaign: campaignOf(incoming.origins.last),
          isFirst: first,
        }),
      );
    await effects.write(tx).catch(asDuplicate(keys));
    return { submissionId: submission, details, bookingId: booking?.id ?? null };
  }

  /**
   * A key that was used before. The same answers from the same browser again: a doubled press, which has no effect. Other
   * answers: somebody went back and changed them, so they are kept as a second submission and told to the business, and
   * rules and follow-up don't run again.
   */
  private async again(
    incoming: Incoming,
    answers: Answers,
    keys: SubmissionKeys,
  ): Promise<Received> {
    const details = personFromAnswers(incoming.form, answers, incoming.country);
    const known = await this.identical(incoming, keys);
    // Without the browser's own number anybody could have sent it: then nothing about the first is revealed.
    if (known) return { ...known, details, bookingId: incoming.visitorId ? known.bookingId : null };
    try {
      const changed = await this.database.transaction((tx) =>
        this.write(tx, incoming, answers, true),
      );
      this.worker.wake();
      return changed;
    } catch (error) {
      if (error instanceof DuplicateSubmission)
        return { ...(await this.identical(incoming, keys))!, details, bookingId: null };
      throw error;
    }
  }

  private async identical(
    { clientId }: Incoming,
    { once, digest }: SubmissionKeys,
  ): Promise<Pick<Received, 'submissionId' | 'bookingId'> | undefined> {
    const [row] = await this.database.db
      .select({ submissionId: submissions.id, bookingId: bookings.id })
      .from(submissions)
      .leftJoin(bookings, eq(bookings.submissionId, submissions.id))
      .where(
        and(
          eq(submissions.clientId, clientId),
          eq(submissions.once, once),
          eq(submissions.digest, digest),
        ),
      );
    return row;
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

  private submissionOf(tx: Queries, arriving: Arriving, keys: SubmissionKeys) {
    const { incoming, answers, person, plan, at } = arriving;
    return tx.insert(submissions).values({
      id: arriving.submission,
      clientId: incoming.clientId,
      personId: person.id,
      formId: incoming.formId,
      pageId: incoming.pageId,
      funnelId: incoming.funnelId,
      revisionId: incoming.revisionId,
      answers,
      source: incoming.source,
      firstSource: incoming.firstSource,
      origins: incoming.origins,
      rulesMatched: plan.matched,
      rulesMissed: arriving.isChange ? [] : plan.missed,
      ...keys,
      isChange: arriving.isChange,
      receivedAt: at,
    });
  }

  /** Does what the rules planned for the person and notes it on their timeline. */
  private async noteArrival(
    tx: Queries,
    effects: Consequences,
    arriving: Arriving,
    { subject, addresses, numbers }: Notices,
  ): Promise<void> {
    const { incoming, answers, person, at } = arriving;
    effects.note(person, at, {
      kind: 'submitted',
      form: incoming.form.name,
      page: incoming.pageName,
      source: incoming.source,
      answers: labelledAnswers(incoming.form, answers, incoming.country),
    });
    if (person.also.name || person.also.email || person.also.phone)
      effects.note(person, at, { kind: 'also-given', ...person.also });
    await this.plans.carryOut(tx, effects, arriving);
    for (const to of addresses) effects.note(person, at, { kind: 'notified', to, subject });
    for (const to of numbers)
      effects.note(person, at, { kind: 'notified', to, subject, by: 'text' });
  }

  private async takeTime(
    tx: Queries,
    effects: Consequences,
    { incoming, answers, client, person, submission, at }: Arriving,
  ): Promise<BookingRow | null> {
    if (!incoming.booking) return null;
    const { start, waits, ...wish } = incoming.booking;
    if (waits)
      await this.waiting.join(tx, effects, {
        ...{ client, person, submission, at, ...waits, ...wish },
      });
    if (!start) return null;
    return this.bookings.book(tx, effects, {
      ...{ client, person, start, submission, ...wish },
      ...{ by: 'visitor', answers: calendarAnswers(incoming.form, answers) },
    });
  }
}

/** The answers of a form on its way in, or everything that is wrong with them and with the time that goes with them. */
export function readIncoming({
  form,
  typed,
  country,
  booking,
}: Incoming): Outcome<Answers, FieldProblem[]> {
  const answers = readAnswers(form, typed, country);
  const problems = answers.ok ? [] : answers.problem;
  if (booking && !booking.start && !booking.waits)
    problems.push({ field: slotField, code: 'no-slot' });
  return answers.ok && problems.length === 0 ? answers : failed(problems);
}

/** What keeps a chosen time from being booked, as it is said at the form; throws on what is anything else. */
function slotProblems(error: unknown): FieldProblem[] {
  if (error instanceof SlotGone) return [{ field: slotField, code: 'slot-taken' }];
  if (error instanceof TooManyBookings) return [{ field: slotField, code: 'too-many-bookings' }];
  throw error;
}

/** Says of a failed statement that it would have kept a submission under a key that was used before, if that is why. */
const asDuplicate =
  (keys: SubmissionKeys) =>
  (error: unknown): never => {
    if (brokenUniqueRule(error)?.startsWith('submissions_')) throw new DuplicateSubmission(keys);
    throw error;
  };

/** By what a submission is known again. */
export interface SubmissionKeys {
  once: string;
  digest: string;
}

/**
 * The page's script fills `_once` again for each page load; without script, the same visitor sending the same answers on
 * the same day has pressed twice. `digest` says whether it is the same submission: the same browser, the same answers.
 */
export function submissionKeys(incoming: Incoming, at: Instant, zone: string): SubmissionKeys {
  const { _once, _open, ...typed } = incoming.typed;
  const sent = [incoming.visitorId, Object.entries(typed).map(withoutIds).sort()];
  const once = incoming.once
    ? cleanText(incoming.once, 100)
    : `sent-${digestOf([localDay(at, zone), ...sent])}`;
  return { once: `${incoming.formId}:${once}`, digest: digestOf(sent) };
}

/** A file that is sent again is kept again, and is the same. */
const withoutIds = ([name, text]: [string, string]): [string, string] => [
  name,
  text.replace(/"(?:upload|seal)":"[^"]*",?/g, ''),
];

const digestOf = (parts: unknown[]): string =>
  createHash('sha256').update(JSON.stringify(parts)).digest('base64url');
