import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type {
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
import { and, eq } from 'drizzle-orm';
import type { ClientRow } from '../clients/client.service.ts';
import { clients } from '../clients/table.ts';
import { clientEmail } from '../followup/compose.ts';
import { RunService } from '../followup/run.service.ts';
import { people } from '../people/table.ts';
import { PersonStore, type PersonRow } from '../people/person-store.ts';
import type { TimelineFact } from '../people/timeline.ts';
import { Clock } from '../platform/clock.ts';
import { Database, type Queries } from '../platform/database/database.ts';
import { IdSource } from '../platform/id-source.ts';
import { Outbox } from '../platform/outbox/outbox.ts';
import { Worker } from '../platform/worker.ts';
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
  /** The form's idempotency field; empty where no script filled it. */
  once: string;
  visitorId: string;
  source: string;
  device: 'phone' | 'wide';
}

export interface Received {
  submissionId: SubmissionId;
  person: Pick<PersonRow, 'firstName' | 'lastName' | 'email' | 'phone'>;
}

/** Undoes the transaction of a post that has been received before; a double is rare, so nothing looks for one first. */
class Doubled extends Error {
  constructor(readonly once: string) {
    super('This submission has been received before.');
  }
}

/**
 * The one way in for a lead. Everything that a submission causes is written in one transaction: when the visitor has
 * the answer, the person, the answers, the tags and every message owed are safe; when anything fails, none of it happened.
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
    private readonly outbox: Outbox,
    private readonly worker: Worker,
  ) {}

  async receive(incoming: Incoming): Promise<Outcome<Received, FieldProblem[]>> {
    const answers = readAnswers(incoming.form, incoming.typed);
    if (!answers.ok) return failed(answers.problem);
    try {
      const received = await this.database.transaction((tx) =>
        this.write(tx, incoming, answers.value),
      );
      this.worker.wake();
      return done(received);
    } catch (error) {
      if (error instanceof Doubled) return done(await this.earlier(incoming.clientId, error.once));
      throw error;
    }
  }

  private async write(tx: Queries, incoming: Incoming, answers: Answers): Promise<Received> {
    const at = this.clock.now();
    const [client] = await tx.select().from(clients).where(eq(clients.id, incoming.clientId));
    const once = onceKey(incoming, at, client!.facts.zone);
    const sketch = personFromAnswers(incoming.form, answers);
    const person = await this.store.arrive(tx, incoming.clientId, sketch, incoming.source, at);
    const first = await this.isFirstHere(tx, person, incoming.pageId);
    const plan = routeLead(await this.rules.active(tx, incoming.clientId), {
      form: incoming.formId,
      page: incoming.pageId,
      funnel: incoming.funnelId,
      source: incoming.source,
    });
    const id = this.ids.next<SubmissionId>();
    const kept = await tx
      .insert(submissions)
      .values({
        id,
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

    const told = this.notices(incoming, plan);
    await this.carryOut(tx, client!, incoming, answers, person, plan, id, at);
    for (const email of told)
      await this.tell(tx, client!, incoming, answers, person, id, email, at);
    if (first) await this.countLead(tx, incoming, client!.facts.zone, at);
    return { submissionId: id, person };
  }

  private async earlier(clientId: ClientId, once: string): Promise<Received> {
    const [row] = await this.database.db
      .select({ id: submissions.id, person: people })
      .from(submissions)
      .innerJoin(people, eq(people.id, submissions.personId))
      .where(and(eq(submissions.clientId, clientId), eq(submissions.once, once)));
    return { submissionId: row!.id, person: row!.person };
  }

  /** A person counts as a lead of a page once, however often they write. */
  private async isFirstHere(tx: Queries, person: PersonRow, pageId: PageId): Promise<boolean> {
    if (person.submissionCount === 1) return true;
    const rows = await tx
      .select({ id: submissions.id })
      .from(submissions)
      .where(and(eq(submissions.personId, person.id), eq(submissions.pageId, pageId)))
      .limit(1);
    return rows.length === 0;
  }

  private notices(incoming: Incoming, plan: RoutePlan): string[] {
    return [...new Set([...incoming.form.tell, ...plan.tell])];
  }

  /** Does what the rules planned and writes all of it down on the person's timeline. */
  private async carryOut(
    tx: Queries,
    client: ClientRow,
    incoming: Incoming,
    answers: Answers,
    person: PersonRow,
    plan: RoutePlan,
    submission: SubmissionId,
    at: Instant,
  ): Promise<void> {
    const rule = plan.met.map((met) => met.name).join(', ');
    const facts: TimelineFact[] = [
      {
        kind: 'submitted',
        form: incoming.form.name,
        page: incoming.pageName,
        source: incoming.source,
        answers: spoken(incoming.form, answers),
      },
    ];
    const tags = await this.store.tag(tx, person, plan.tags);
    if (tags.length > 0) facts.push({ kind: 'tagged', tags, rule });
    if (plan.owner && plan.owner !== person.ownerId) {
      facts.push({ kind: 'given', to: await this.store.give(tx, person, plan.owner), rule });
    }
    for (const to of this.notices(incoming, plan)) {
      facts.push({ kind: 'told', to, subject: noticeSubject(person, incoming.form) });
    }
    await this.store.note(tx, person, at, facts);
    for (const sequence of plan.sequences) {
      await this.runs.join(tx, {
        clientId: client.id,
        sequence,
        person: person.id,
        submission,
        at,
        zone: client.facts.zone,
      });
    }
  }

  /** Tells somebody of the business who wrote and what they said; an answer to the notice goes to the person. */
  private async tell(
    tx: Queries,
    client: ClientRow,
    incoming: Incoming,
    answers: Answers,
    person: PersonRow,
    submission: SubmissionId,
    email: string,
    at: Instant,
  ): Promise<void> {
    const lines = spoken(incoming.form, answers).map(
      ({ question, answer }) => `${question}: ${answer}`,
    );
    const body = [
      'A new lead has arrived.',
      lines.join('\n'),
      `Page: ${incoming.pageName}\nCame from: ${incoming.source}`,
    ].join('\n\n');
    const payload = clientEmail(client, email, noticeSubject(person, incoming.form), body);
    await this.outbox.owe(tx, {
      clientId: client.id,
      key: `tell:${submission}:${email}`,
      dueAt: at,
      payload: { ...payload, replyTo: person.email || payload.replyTo },
    });
  }

  private countLead(tx: Queries, incoming: Incoming, zone: string, at: Instant): Promise<void> {
    const { clientId, pageId, source, device } = incoming;
    return addToDays(tx, [
      {
        clientId,
        pageId,
        source,
        device,
        day: localDay(at, zone),
        views: 0,
        visitors: 0,
        leads: 1,
      },
    ]);
  }
}

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
