import { Injectable } from '@nestjs/common';
import type {
  ClientId,
  Instant,
  PersonId,
  RunId,
  SequenceId,
  SubmissionId,
} from '@plumgate/core/basics';
import { planRun } from '@plumgate/core/followup';
import { and, asc, eq, inArray, lte, min } from 'drizzle-orm';
import { clients } from '../clients/table.ts';
import { submissions } from '../intake/table.ts';
import { people, timeline } from '../people/table.ts';
import { Database, type Queries } from '../platform/database/database.ts';
import { IdSource } from '../platform/id-source.ts';
import { Outbox } from '../platform/outbox/outbox.ts';
import { composeEmail, personFields } from './compose.ts';
import { runSteps, sequenceRuns, sequences } from './table.ts';

const batch = 50;

/** Carries people through sequences: core plans, this writes the plan down and does each step once. */
@Injectable()
export class RunService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
    private readonly outbox: Outbox,
  ) {}

  /**
   * Lets a person join a sequence, in the transaction of the cause. Somebody who is running through it already is left
   * where they are; gives whether a run began.
   */
  async join(
    tx: Queries,
    given: {
      clientId: ClientId;
      sequence: SequenceId;
      person: PersonId;
      submission: SubmissionId;
      at: Instant;
      zone: string;
    },
  ): Promise<boolean> {
    const [sequence] = await tx
      .select()
      .from(sequences)
      .where(and(eq(sequences.id, given.sequence), eq(sequences.clientId, given.clientId)));
    if (!sequence || sequence.content.steps.length === 0) return false;
    const id = this.ids.next<RunId>();
    const begun = await tx
      .insert(sequenceRuns)
      .values({
        id,
        clientId: given.clientId,
        sequenceId: given.sequence,
        personId: given.person,
        submissionId: given.submission,
        joinedAt: given.at,
        state: 'running',
      })
      .onConflictDoNothing()
      .returning({ id: sequenceRuns.id });
    if (begun.length === 0) return false;
    const plan = planRun({ steps: sequence.content.steps, joinedAt: given.at, zone: given.zone });
    await tx.insert(runSteps).values(
      plan.map((planned) => ({
        id: this.ids.next<string>(),
        clientId: given.clientId,
        runId: id,
        sequenceId: given.sequence,
        stepId: planned.step,
        dueAt: planned.at,
        state: 'waiting' as const,
      })),
    );
    await this.note(tx, given.clientId, given.person, given.at, {
      kind: 'joined',
      sequence: sequence.content.name,
    });
    return true;
  }

  /** Does a batch of due steps, effects and marks in one transaction; gives how many there were. */
  doDue(now: Instant): Promise<number> {
    return this.database.transaction(async (tx) => {
      const due = await tx
        .select()
        .from(runSteps)
        .where(and(eq(runSteps.state, 'waiting'), lte(runSteps.dueAt, now)))
        .orderBy(asc(runSteps.dueAt), asc(runSteps.id))
        .limit(batch)
        .for('update', { skipLocked: true });
      for (const step of due) await this.doStep(tx, step, now);
      if (due.length > 0) await this.finish(tx, [...new Set(due.map((step) => step.runId))]);
      return due.length;
    });
  }

  async nextDue(): Promise<Instant | null> {
    const [row] = await this.database.db
      .select({ at: min(runSteps.dueAt) })
      .from(runSteps)
      .where(eq(runSteps.state, 'waiting'));
    return row?.at ?? null;
  }

  private async doStep(
    tx: Queries,
    step: typeof runSteps.$inferSelect,
    now: Instant,
  ): Promise<void> {
    const [found] = await tx
      .select({
        run: sequenceRuns,
        content: sequences.content,
        person: people,
        client: clients,
        answers: submissions.answers,
      })
      .from(sequenceRuns)
      .innerJoin(sequences, eq(sequences.id, sequenceRuns.sequenceId))
      .innerJoin(people, eq(people.id, sequenceRuns.personId))
      .innerJoin(clients, eq(clients.id, sequenceRuns.clientId))
      .innerJoin(submissions, eq(submissions.id, sequenceRuns.submissionId))
      .where(eq(sequenceRuns.id, step.runId));
    const action = found?.content.steps.find((one) => one.id === step.stepId)?.action;
    if (found && action && found.person.email) {
      const answers = Object.fromEntries(
        Object.entries(found.answers).map(([key, answer]) => [key, String(answer)]),
      );
      const payload = composeEmail(found.client, found.person.email, action, {
        person: personFields(found.person),
        answers,
      });
      await this.outbox.owe(tx, {
        clientId: step.clientId,
        key: `step:${step.id}`,
        dueAt: now,
        payload,
      });
      await this.note(tx, step.clientId, found.person.id, now, {
        kind: 'sent',
        subject: payload.subject,
        sequence: found.content.name,
      });
    }
    await tx
      .update(runSteps)
      .set({ state: action && found?.person.email ? 'done' : 'dropped', doneAt: now })
      .where(eq(runSteps.id, step.id));
  }

  /** A run is over when nothing of it waits. */
  private async finish(tx: Queries, runs: RunId[]): Promise<void> {
    const waiting = await tx
      .selectDistinct({ id: runSteps.runId })
      .from(runSteps)
      .where(and(inArray(runSteps.runId, runs), eq(runSteps.state, 'waiting')));
    const over = runs.filter((id) => !waiting.some((row) => row.id === id));
    if (over.length > 0)
      await tx
        .update(sequenceRuns)
        .set({ state: 'finished' })
        .where(inArray(sequenceRuns.id, over));
  }

  private note(
    tx: Queries,
    clientId: ClientId,
    personId: PersonId,
    at: Instant,
    fact: typeof timeline.$inferInsert.fact,
  ) {
    return tx.insert(timeline).values({ clientId, personId, at, fact });
  }
}
