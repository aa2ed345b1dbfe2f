import { messageStateWords } from '@plumgate/core/messages';
import { Injectable } from '@nestjs/common';
import type { PersonRecord, TimelineEntry } from '@plumgate/contract';
import type { Instant, PersonId } from '@plumgate/core/basics';
import { unreachable } from '@plumgate/core/basics';
import { actionWords, choiceWords, leftOutWords } from '@plumgate/core/followup';
import { and, asc, desc, eq, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { users } from '../../records/accounts/table.ts';
import { runSteps, sequenceRuns, sequences, toCome } from '../../records/followup/table.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Clock } from '../../platform/clock.ts';
import { AlsoGivenService } from './also-given.service.ts';
import { DoublesService } from './doubles.service.ts';
import { FieldService } from './field.service.ts';
import { MergeService } from './merge.service.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { TaskService } from './task.service.ts';
import { outOfTouch } from './anonymize.ts';
import { visitsOf } from './visits-of.ts';
import { StageService } from './stage.service.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { summary, wire } from '../../records/people/person-summary.ts';
import { clients } from '../../records/clients/table.ts';
import { submissions } from '../../records/intake/table.ts';
import { uploads } from '../../records/intake/uploads.table.ts';
import { messageName } from '../../records/messages/message-name.ts';
import { inboxMessages } from '../../records/messages/inbox.table.ts';
import { suppressedAddresses } from '../../records/messages/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { consents, people, timeline } from '../../records/people/table.ts';
import type { TimelineFact } from '../../records/people/timeline.ts';
import { mailChoicesOf } from '../../records/people/reachable.ts';
import { seenBy } from '../../records/accounts/users-of.ts';
import { endWaiting } from '../../records/people/waiting.ts';
import { waitingChanged } from './waiting-events.ts';

@Injectable()
export class PeopleService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly alsoGiven: AlsoGivenService,
    private readonly fields: FieldService,
    private readonly doubles: DoublesService,
    private readonly merging: MergeService,
    private readonly store: PersonStore,
    private readonly stages: StageService,
    private readonly tasks: TaskService,
    private readonly causes: Causes,
  ) {}

  /** A person's record; by the id of one that was merged into another, that one's. */
  async get(who: CurrentUser, asked: PersonId): Promise<Omit<PersonRecord, 'bookings'>> {
    const found = await this.found(who, asked);
    if (!found) throw notFound();
    const { whole, clientZone, ...row } = found;
    if (whole.mergedInto)
      return this.get(who, (await this.store.mergedInto(this.database.db, whole)).id);
    const { id } = whole;
    const happened = await this.database.db
      .select()
      .from(timeline)
      .where(eq(timeline.personId, id))
      .orderBy(desc(timeline.at), desc(timeline.id))
      .limit(200);
    const reported = await this.reportedOf(id);
    return {
      ...wire(row),
      clientId: row.clientId,
      fields: await this.fields.ofPerson(whole),
      files: await this.filesOf(id),
      doubles: await this.doubles.ofPerson(whole),
      merges: await this.merging.ofPerson(id),
      alsoGiven: await this.alsoGiven.of(id),
      reach: {
        textConsent: whole.textConsent,
        unsubscribed: whole.unsubscribedAt !== null,
        mailRefused: whole.mailRefusedAt !== null,
        suppressed: await this.isSuppressed(whole),
        choices: choiceWords(mailChoicesOf(whole), this.clock.now(), (at) =>
          at.toZonedDateTimeISO(clientZone).toPlainDate().toString(),
        ),
      },
      tasks: await this.tasks.ofPerson(id),
      comingUp: await this.comingUp(id),
      runs: await this.runsOf(id),
      consents: await this.consentsOf(id),
      language: whole.language,
      zone: whole.zone,
      eraseAt: whole.eraseAt?.toString() ?? null,
      edits: happened.flatMap(({ at, fact }) =>
        fact.kind === 'edited'
          ? { what: fact.what, to: fact.to, by: fact.by, at: at.toString() }
          : [],
      ),
      timeline: [
        ...happened.map(({ at, fact }) => ({ at: at.toString(), ...inWords(fact, reported) })),
        ...(await visitsOf(this.database.db, { id, clientId: row.clientId, zone: clientZone })),
      ].toSorted((a, b) => Temporal.Instant.compare(b.at, a.at)),
    };
  }

  /** A record that is in no bin, or was merged into another. */
  private async found(who: CurrentUser, id: PersonId) {
    const [found] = await this.database.db
      .select({
        ...{ ...summary, whole: people },
        clientZone: sql<string>`(select facts->>'zone' from ${clients} where ${clients.id} = ${people.clientId})`,
      })
      .from(people)
      .leftJoin(users, eq(users.id, people.assigneeId))
      .where(
        and(
          eq(people.id, id),
          or(isNull(people.removedAt), isNotNull(people.mergedInto)),
          seenBy(who, people.clientId),
        ),
      );
    return found;
  }

  /** Notes that somebody called or wrote; from then on the lead waits no longer. */
  async touch(
    who: CurrentUser,
    id: PersonId,
    given: { how: 'called' | 'no-answer' | 'wrote'; note: string },
  ): Promise<void> {
    const at = this.clock.now();
    await this.database.transaction(async (tx) => {
      const effects = this.causes.begin();
      const person = await this.touched(tx, effects, who, { id, how: given.how, at });
      effects.note(person, at, { kind: 'touched', by: who.name, ...given });
      await effects.write(tx);
    });
  }

  /** What it means for somebody that they were called or written to; throws where they are not there. */
  async touched(
    tx: Queries,
    effects: Consequences,
    who: CurrentUser,
    { id, how, at }: { id: PersonId; how: 'called' | 'no-answer' | 'wrote'; at: Instant },
  ): Promise<PersonRow> {
    const [person] = await tx
      .update(people)
      .set({ touchedAt: sql`coalesce(${people.touchedAt}, ${at.toString()}::timestamptz)` })
      .where(and(eq(people.id, id), isNull(people.removedAt), seenBy(who, people.clientId)))
      .returning();
    if (!person) throw notFound();
    const [client] = await tx.select().from(clients).where(eq(clients.id, person.clientId));
    await endWaiting(tx, client!, eq(people.id, id), { at, how });
    effects.raise(waitingChanged, { clientId: person.clientId });
    // That nobody answered is no contact yet.
    if (how !== 'no-answer')
      await this.stages.moveBy(tx, effects, person, 'touched', { by: who.name, at });
    return person;
  }

  private async filesOf(id: PersonId): Promise<PersonRecord['files']> {
    const file = { upload: uploads.id, name: uploads.name, bytes: uploads.bytes };
    const withForms = await this.database.db
      .select({ ...file, at: submissions.receivedAt })
      .from(uploads)
      .innerJoin(submissions, eq(submissions.id, uploads.submissionId))
      .where(eq(submissions.personId, id))
      .orderBy(desc(submissions.receivedAt), asc(uploads.id))
      .limit(200);
    const withEmails = await this.database.db
      .select({ ...file, at: inboxMessages.at })
      .from(uploads)
      .innerJoin(inboxMessages, eq(inboxMessages.id, uploads.messageId))
      .where(eq(inboxMessages.personId, id))
      .orderBy(desc(inboxMessages.at), asc(uploads.id))
      .limit(200);
    const rows = [...withForms, ...withEmails].toSorted((a, b) =>
      Temporal.Instant.compare(b.at, a.at),
    );
    return rows.map((row) => ({ ...row, at: row.at.toString() }));
  }

  private async consentsOf(id: PersonId): Promise<PersonRecord['consents']> {
    const rows = await this.database.db
      .select()
      .from(consents)
      .where(eq(consents.personId, id))
      .orderBy(desc(consents.id))
      .limit(100);
    return rows.map(({ purpose, words, page, givenAt, withdrawnAt, ...row }) => ({
      ...{ purpose, words, page },
      isUnconfirmed: row.mustConfirm && row.confirmedAt === null,
      givenAt: givenAt.toString(),
      withdrawnAt: withdrawnAt?.toString() ?? null,
    }));
  }

  private async isSuppressed({ clientId, emailKey }: PersonRow): Promise<boolean> {
    if (emailKey === null) return false;
    const isTheirs = and(
      eq(suppressedAddresses.clientId, clientId),
      eq(suppressedAddresses.address, emailKey),
    );
    return (await this.database.db.$count(suppressedAddresses, isTheirs)) > 0;
  }

  /** What became of a person’s messages after they were sent, as far as reports say. */
  private async reportedOf(id: PersonId): Promise<Reported> {
    const rows = await this.database.db
      .select({ id: outbox.id, state: outbox.state })
      .from(outbox)
      .where(and(eq(outbox.personId, id), inArray(outbox.state, ['delivered', 'failed'])));
    return new Map(rows.map(({ id, state }) => [id, messageStateWords[state as 'delivered']]));
  }

  /** What will be sent to a person: what is queued and has not left, and then the steps of their sequences. */
  private async comingUp(id: PersonId): Promise<PersonRecord['comingUp']> {
    const queued = await this.database.db
      .select({ at: outbox.dueAt, kind: outbox.kind, title: outbox.title, origin: outbox.origin })
      .from(outbox)
      .where(and(eq(outbox.personId, id), eq(outbox.state, 'queued')))
      .orderBy(asc(outbox.order));
    return [
      ...queued.map((message) => ({
        at: message.at.toString(),
        text: messageName(message),
        note: [messageStateWords.queued, message.origin].filter(Boolean).join(', '),
        runStepId: null,
      })),
      ...(await this.plannedFor(id)),
    ];
  }

  private async plannedFor(id: PersonId): Promise<PersonRecord['comingUp']> {
    const waiting = await this.database.db
      .select({
        ...{ id: runSteps.id, at: runSteps.dueAt, step: runSteps.stepId, state: runSteps.state },
        content: sequences.content,
      })
      .from(runSteps)
      .innerJoin(sequenceRuns, eq(sequenceRuns.id, runSteps.runId))
      .innerJoin(sequences, eq(sequences.id, sequenceRuns.sequenceId))
      .where(and(eq(sequenceRuns.personId, id), inArray(runSteps.state, toCome)))
      .orderBy(asc(runSteps.dueAt));
    return waiting.flatMap(({ id: runStepId, at, step, state, content }) => {
      const index = content.steps.findIndex((one) => one.id === step);
      const found = content.steps[index];
      if (!found || !at) return [];
      return {
        at: at.toString(),
        text: actionWords(found.action),
        note:
          state === 'waiting'
            ? `Waiting, ${content.name}, until then at the latest`
            : `${messageStateWords.planned}, ${content.name}, ${index + 1} of ${content.steps.length}`,
        // What waits goes on by itself; there is nothing to skip.
        runStepId: state === 'waiting' ? null : runStepId,
      };
    });
  }

  /** The sequences that somebody is in. */
  private async runsOf(id: PersonId): Promise<PersonRecord['runs']> {
    const rows = await this.database.db
      .select({
        id: sequenceRuns.id,
        sequence: sql<string>`${sequences.content}->>'name'`,
        pausedAt: sequenceRuns.pausedAt,
      })
      .from(sequenceRuns)
      .innerJoin(sequences, eq(sequences.id, sequenceRuns.sequenceId))
      .where(and(eq(sequenceRuns.personId, id), eq(sequenceRuns.state, 'running')))
      .orderBy(asc(sequenceRuns.joinedAt));
    return rows.map((row) => ({ ...row, pausedAt: row.pausedAt?.toString() ?? null }));
  }
}

/** What reports say of messages, by their ids. */
type Reported = ReadonlyMap<string, string>;

/** A line of the timeline as people read it. */
function inWords(fact: TimelineFact, reported: Reported): Omit<TimelineEntry, 'at'> {
  const line = (kind: TimelineEntry['kind'], text: string, note = '') => ({
    kind,
    text,
    note,
    answers: [],
  });
  switch (fact.kind) {
    case 'submitted':
      return {
        ...line('form', `Sent “${fact.form}”`, `on ${fact.page}, from ${fact.source}`),
        answers: fact.answers,
      };
    case 'matched':
      return line(
        'tag',
        `Matched the ${fact.rules.length === 1 ? 'rule' : 'rules'} ${fact.rules.join(', ')}`,
        fact.because && `because they ${fact.because}`,
      );
    case 'also-given':
      return line(
        'form',
        `Also gave ${[fact.name && `the name ${fact.name}`, fact.email && `the email ${fact.email}`, fact.phone && `the phone ${fact.phone}`].filter(Boolean).join(' and ')}`,
        'what was known is unchanged',
      );
    case 'also-given-used':
      return line('touch', `${fact.by} changed the ${fact.field} to ${fact.value}`);
    case 'merged':
      return line('touch', `${fact.by} merged this with the record of ${fact.with}`);
    case 'parted':
      return line('touch', `${fact.by} parted this from the record of ${fact.from} again`);
    case 'step-failed':
      return line('trouble', `Could not be carried out: ${fact.what}`, fact.sequence);
    case 'tagged':
      return line('tag', `Tagged ${fact.tags.join(', ')}`, `by ${fact.rule}`);
    case 'untagged':
      return line('tag', `Tag ${fact.tag} removed`, `by ${fact.sequence}`);
    case 'assigned':
      return line('owner', `Assigned to ${fact.to}`, `by rule ${fact.rule}`);
    case 'joined':
      return line('sequence', `Joined “${fact.sequence}”`);
    case 'not-joined':
      return line('sequence', `Did not join “${fact.sequence}”`, 'they are not who it is for');
    case 'paused':
    case 'resumed':
      return line(
        'sequence',
        `${fact.by} ${fact.kind === 'paused' ? 'paused' : 'let'} “${fact.sequence}”${fact.kind === 'paused' ? '' : ' go on'}`,
      );
    case 'skipped':
      return line('message', `${fact.by} skipped: ${fact.what}`, fact.sequence);
    case 'waited':
      return line(
        'sequence',
        `“${fact.sequence}” waited until ${fact.until}: ${fact.way === 'happened' ? 'they did' : 'not in time'}`,
      );
    case 'ended':
      return line('sequence', `“${fact.sequence}” ended`, `because of: ${fact.because}`);
    case 'sent':
      return line('message', `Sent email “${fact.subject}”`, noteOfSent(fact, reported));
    case 'texted':
      return line('message', `Sent text “${fact.body}”`, noteOfSent(fact, reported));
    case 'opened':
      return line('reply', `Opened “${fact.what}”`, 'as far as their mail program tells');
    case 'clicked':
      return line('reply', `Followed a link in “${fact.what}”`, fact.link);
    case 'left-out':
      return line(
        'message',
        `Left out: ${fact.what}`,
        [fact.sequence, leftOutWords(fact.because)].filter(Boolean).join(', '),
      );
    case 'notified':
      return line('notice', `Notified ${fact.to} by ${fact.by ?? 'email'}`, fact.subject);
    case 'booked':
    case 'moved':
    case 'cancelled':
      return line(
        'booking',
        `${bookingWords[fact.kind]} ${fact.calendar}`,
        `${fact.when}, by ${fact.by === 'visitor' ? 'themselves' : 'the business'}`,
      );
    case 'came':
    case 'missed':
      return line(
        'booking',
        `${fact.kind === 'came' ? 'Attended' : 'Missed'} ${fact.calendar}`,
        fact.when,
      );
    case 'waits-for-seat':
      return line('booking', `On the waiting list of ${fact.calendar}`, fact.when || 'any time');
    case 'no-seat-wanted':
      return line('booking', `Did not want the free seat in ${fact.calendar}`, fact.when);
    case 'seat-offered':
      return line(
        'booking',
        `Offered a free seat in ${fact.calendar}`,
        `${fact.when}, held until ${fact.until}`,
      );
    case 'replied':
      return line('reply', `${replyWords[fact.by ?? 'text']} “${fact.body}”`);
    case 'away':
      return line('reply', `Automatic reply “${fact.body}”`, 'not counted as an answer');
    case 'wrote-in':
      return line(
        'form',
        fact.page
          ? `Wrote in the chat box of “${fact.page}”: “${fact.body}”`
          : `Wrote in: “${fact.body}”`,
        `from ${fact.source}`,
      );
    case 'texts-stopped':
      return line('reply', 'Stopped texts');
    case 'texts-allowed':
      return line('reply', 'Allowed texts again');
    case 'unsubscribed':
      return line('reply', 'Unsubscribed from email');
    case 'refused':
      return line('trouble', `Could not be delivered: ${fact.what}`);
    case 'mail-choices':
      return line(
        'reply',
        fact.words.length > 0 ? `Chose: ${fact.words.join('; ')}` : 'Chose all emails again',
      );
    case 'subscribed':
      return line('reply', 'Wants email again');
    case 'complained':
      return line('trouble', `Marked as junk: ${fact.what}`, 'they get no more mail');
    case 'asked-to-confirm':
      return line('notice', `Asked to confirm ${fact.email}`, 'sequences wait for it');
    case 'confirmed':
      return line('reply', `Confirmed ${fact.email}`);
    case 'task-done':
      return line('touch', `Done: ${fact.text}`, `by ${fact.by}`);
    case 'imported':
      return line('form', `Imported from ${fact.file}`, `by ${fact.by}`);
    case 'given-to':
      return line('owner', `Assigned to ${fact.to ?? 'nobody'}`, `by ${fact.by}`);
    case 'stage':
      return line(
        'stage',
        `Moved to ${fact.to}`,
        [fact.reason, `by ${fact.by}`].filter(Boolean).join(', '),
      );
    case 'edited':
      return line('touch', `${fact.what}: ${fact.to || 'emptied'}`, `by ${fact.by}`);
    case 'kept':
      return line('touch', `${fact.by} kept this record`, 'it was to be erased');
    case 'came-in':
      return line(
        'form',
        `Added by ${fact.by}`,
        [fact.source, fact.note].filter(Boolean).join(': '),
      );
    case 'called-in':
      return line(
        fact.answered ? 'touch' : 'form',
        fact.answered ? `Called${lengthWords(fact.seconds)}` : 'Called, and nobody answered',
        [`from ${fact.source}`, fact.note].filter(Boolean).join(': '),
      );
    case 'let-go':
      return line('touch', `${fact.by} let them go`, fact.reason);
    case 'waits-again':
      return line('touch', `${fact.by} undid that: they wait again`);
    case 'made-anonymous':
      return line('touch', 'Made anonymous', outOfTouch);
    case 'touched':
      return line('touch', `${fact.by} ${touchWords[fact.how]}`, fact.note);
    default:
      return unreachable(fact);
  }
}

const noteOfSent = (
  { sequence, message }: { sequence: string; message?: string },
  reported: Reported,
) => [sequence, message && reported.get(message)?.toLowerCase()].filter(Boolean).join(', ');

const replyWords = { text: 'Texted', email: 'Replied by email', chat: 'Wrote in the chat box' };
const bookingWords = { booked: 'Booked', moved: 'Moved', cancelled: 'Canceled' };
const touchWords = { called: 'called', 'no-answer': 'called, no answer', wrote: 'wrote to them' };

/** ", 3:12 min"; empty where it is not known. */
const lengthWords = (seconds: number | null): string =>
  seconds === null
    ? ''
    : `, ${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')} min`;
