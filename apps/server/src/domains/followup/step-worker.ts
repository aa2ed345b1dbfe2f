import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Instant, PersonId, RunId } from '@plumgate/core/basics';
import { matches, type Facts } from '@plumgate/core/conditions';
import {
  actionWords,
  followUpRefused,
  stepKinds,
  waitsUntil,
  whyUnreachable,
  type LeftOut,
  type SequenceStep,
  makesSenseUntil,
} from '@plumgate/core/followup';
import { bookingPlaceWords, eventFields } from '@plumgate/core/booking';
import { addressLine } from '@plumgate/core/clients';
import { answerFields } from '@plumgate/core/forms';
import { momentFields, type MergeContext } from '@plumgate/core/messages';
import { and, asc, eq, inArray, lte, min, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { Worker } from '../../platform/worker.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { isolateFailures } from '../../platform/database/isolate-failures.ts';
import { isDataError, sqlState } from '../../platform/database/sql-state.ts';
import { Messenger } from '../messages/messenger.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import {
  asksAny,
  eventOf,
  eventZone,
  factsAsked,
  loadRuns,
  runsThatBooked,
  type LoadedRun,
} from './run-loading.ts';
import { mailChoicesOf, reachable } from '../../records/people/reachable.ts';
import { RunService } from './run.service.ts';
import { endWait, overAlready, waitOf, type Wait } from './waits.ts';
import { StepEffects } from './step-effects.ts';
import { runSteps, sequenceRuns, toCome } from '../../records/followup/table.ts';

type StepRow = typeof runSteps.$inferSelect;

/** By time; what falls due at one moment as the words have it, and then as the sequence does. */
const inOrder = [runSteps.dueAt, runSteps.nominalAt, runSteps.position, runSteps.id].map((column) =>
  asc(column),
);

/** What has a moment at which it falls due: steps, and those that wait and would do so in vain then. */
const isToDo = inArray(runSteps.state, toCome);

/** Steps taken at a time: their effects and marks are written by a handful of statements (bench: `due-steps`). */
const batch = 400;

/** Does the steps that have fallen due, each once. */
@Injectable()
export class StepWorker implements OnModuleInit {
  /** Whether the last turn found as many steps as a pass takes, so that more are likely to be due. */
  private isBehind = false;

  constructor(
    private readonly database: Database,
    private readonly runs: RunService,
    private readonly causes: Causes,
    private readonly effects: StepEffects,
    private readonly messenger: Messenger,
    private readonly worker: Worker,
  ) {}

  onModuleInit(): void {
    this.worker.register({
      name: 'steps',
      firstDue: () => this.firstDue(),
      doDue: (now) => this.doDue(now),
    });
  }

  /**
   * Does due steps and gives how many there were. While it is behind, two passes go side by side, since one leaves the
   * database idle while it works and does nothing while it waits (2,900 a second on PostgreSQL, 4,100 with two; bench:
   * `due-steps`).
   */
  async doDue(now: Instant): Promise<number> {
    const passes = Array.from({ length: this.isBehind ? 2 : 1 }, () => this.doBatch(now));
    // All have ended before the failure of one is reported: nothing goes on unseen.
    await Promise.allSettled(passes);
    const done = (await Promise.all(passes)).reduce((sum, steps) => sum + steps, 0);
    this.isBehind = done >= batch;
    return done;
  }

  /**
   * Does a batch of due steps. Effects and marks are one transaction: a crash leaves both or neither. Rows are taken with
   * SKIP LOCKED, so that two passes or two workers never hold the same step. When the database refuses something in a
   * batch, the steps it refuses fail alone and the others are done.
   */
  private async doBatch(now: Instant): Promise<number> {
    const isDue = and(isToDo, lte(runSteps.dueAt, now));
    try {
      return await this.doSteps(isDue, now);
    } catch (error) {
      if (!isDataError(error)) throw error;
    }
    const due = await this.database.db
      .select({ id: runSteps.id })
      .from(runSteps)
      .where(isDue)
      .orderBy(...inOrder)
      .limit(batch);
    const ids = due.map(({ id }) => id);
    await isolateFailures(
      ids,
      (some) => this.doSteps(and(isDue, isAnyOf(runSteps.id, some)), now),
      (id, error) => this.fail(id, now, error),
    );
    return ids.length;
  }

  private doSteps(condition: SQL | undefined, now: Instant): Promise<number> {
    return this.database.transaction(async (tx) => {
      // The runs first, as everybody who changes them does: what is being planned again just now is left to the next turn.
      // Runs that are held elsewhere are passed over before the limit counts, so that passes share what is due.
      const held = await tx
        .select({ id: sequenceRuns.id })
        .from(runSteps)
        .innerJoin(sequenceRuns, eq(sequenceRuns.id, runSteps.runId))
        .where(condition)
        .orderBy(...inOrder)
        .limit(batch)
        .for('update', { of: sequenceRuns, skipLocked: true });
      const runIds = [...new Set(held.map(({ id }) => id))];
      if (runIds.length === 0) return 0;
      const due = await tx
        .select()
        .from(runSteps)
        .where(and(condition, isAnyOf(runSteps.runId, runIds)))
        .orderBy(...inOrder)
        .limit(batch)
        .for('update', { skipLocked: true });
      if (due.length === 0) return 0;
      const loaded = await loadRuns(tx, isAnyOf(sequenceRuns.id, runIds));
      const booked = await runsThatBooked(tx, loaded, now);
      const facts = await factsAsked(tx, loaded, due, now);
      const pass = new Pass(tx, this.causes.begin(), now, loaded, booked, facts);
      pass.over = await overAlready(tx, pass.waitsAmong(due));
      for (const step of due) await this.doStep(pass, step);
      await pass.write();
      await this.goOn(pass);
      await this.runs.finish(tx, runIds);
      return due.length;
    });
  }

  /** Plans the lanes behind waits that are over. */
  private async goOn({ tx, went, now, loaded }: Pass): Promise<void> {
    const runs = [...went].map((id) => loaded.get(id)!);
    if (runs.length === 0) return;
    const effects = this.causes.begin();
    await this.runs.planAnew(tx, effects, runs, now);
    await effects.write(tx);
  }

  /** Writes down that a step could not be carried out; its reason is a code, since the words may be anybody's. */
  private fail(id: string, now: Instant, error: unknown): Promise<void> {
    return this.database.transaction(async (tx) => {
      const [row] = await tx
        .update(runSteps)
        .set({ state: 'failed', doneAt: now, failedBecause: sqlState(error) })
        .where(and(eq(runSteps.id, id), isToDo))
        .returning();
      if (!row) return;
      const [loaded] = await loadRuns(tx, eq(sequenceRuns.id, row.runId));
      const step = loaded?.content.steps.find((one) => one.id === row.stepId);
      if (loaded && step) {
        const effects = this.causes.begin();
        effects.note(loaded.person, now, {
          kind: 'step-failed',
          what: actionWords(step.action),
          sequence: loaded.content.name,
        });
        await effects.write(tx);
      }
      await this.runs.finish(tx, [row.runId]);
    });
  }

  /** The query for the moment at which the next step falls due. */
  firstDue() {
    return this.database.db
      .select({ at: min(runSteps.dueAt) })
      .from(runSteps)
      .where(isToDo);
  }

  private async doStep(pass: Pass, row: StepRow): Promise<void> {
    const loaded = pass.loaded.get(row.runId);
    const step = loaded?.content.steps.find((one) => one.id === row.stepId);
    if (!loaded || !step || pass.ended.has(row.runId)) return pass.mark(row, 'dropped');
    const { endsIf } = loaded.content;
    const asks = asksAny(step.onlyIf) || asksAny(endsIf);
    // What an earlier step did to them is not stored yet: the next pass asks, and the rest of the run waits for it.
    if (asks && pass.changed.has(loaded.person.id)) pass.waiting.add(row.runId);
    if (pass.waiting.has(row.runId)) return;
    if (asksAny(endsIf) && matches(endsIf, pass.facts.get(loaded.person.id)!)) {
      await this.runs.end(pass.tx, pass.effects, [loaded], pass.now, 'what it ends for');
      pass.ended.add(row.runId);
      return pass.mark(row, 'dropped');
    }
    if (row.state === 'waiting') return this.wait(pass, row);
    const reason =
      asks && !matches(step.onlyIf, pass.facts.get(loaded.person.id)!)
        ? 'not-asked-for'
        : step.unlessBooked && pass.booked.has(row.runId)
          ? 'has-booked'
          : this.whyNotNow(step, loaded, pass.now);
    if (reason) {
      pass.effects.note(loaded.person, pass.now, {
        kind: 'left-out',
        what: actionWords(step.action),
        sequence: loaded.content.name,
        because: reason,
      });
      return pass.leaveOut(row, reason);
    }
    if (step.action.kind === 'wait') return this.wait(pass, row);
    await this.effects.carryOut(
      {
        tx: pass.tx,
        effects: pass.effects,
        now: pass.now,
        row,
        loaded,
        context: this.context(loaded),
        expiresAt: this.expiry(step, loaded),
        ended: (runs) => runs.forEach((id) => pass.ended.add(id)),
      },
      step.action,
    );
    pass.changed.add(loaded.person.id);
    pass.mark(row, stepKinds[step.action.kind].sends ? 'queued' : 'done');
  }

  /** Begins to wait, unless there is nothing to wait for any more; or has waited in vain. */
  private async wait(pass: Pass, row: StepRow): Promise<void> {
    const loaded = pass.loaded.get(row.runId)!;
    const wait = waitOf(row, loaded);
    // A run that is over waits for nothing, nor does a step that became another.
    if (!wait || loaded.run.state !== 'running') return pass.mark(row, 'dropped');
    if (loaded.run.pausedAt) {
      // It is over in vain, but for what happens until the run goes on.
      await pass.tx.update(runSteps).set({ dueAt: null }).where(eq(runSteps.id, row.id));
      return;
    }
    const isOver = pass.over.has(row.id);
    if (row.state === 'planned' && !isOver) {
      const dueAt = waitsUntil(wait.step, row.dueAt!);
      await pass.tx
        .update(runSteps)
        .set({ state: 'waiting', dueAt })
        .where(eq(runSteps.id, row.id));
      return;
    }
    await endWait(pass.tx, pass.effects, wait, isOver ? 'happened' : 'in-vain', pass.now);
    pass.went.add(row.runId);
  }

  /** What has changed since the step was planned: a person who can't be reached any more, an event that is over. */
  private whyNotNow(step: SequenceStep, loaded: LoadedRun, now: Instant): LeftOut | null {
    const until = this.expiry(step, loaded);
    if (until && Temporal.Instant.compare(until, now) <= 0) return 'event-past';
    const refused =
      // What they booked is reminded of whatever they chose.
      step.action.kind === 'email' && step.anchor === 'joined'
        ? followUpRefused(mailChoicesOf(loaded.person), now)
        : null;
    return whyUnreachable(step, reachable(loaded.person)) ?? refused;
  }

  /** A message about what is still to come makes no sense after it. */
  private expiry(step: SequenceStep, { content, booking, client }: LoadedRun): Instant | null {
    const event = eventOf(content, booking, client.facts.zone);
    return event && makesSenseUntil(step, event.at);
  }

  private context(loaded: LoadedRun): MergeContext {
    const { client, person, content, booking, place, bookingZone, bookedWith } = loaded;
    const event = eventOf(content, booking, client.facts.zone);
    const name = content.event.kind === 'fixed' ? content.event.name : '';
    const where = place ? bookingPlaceWords(place, addressLine(client.facts), person.phone) : '';
    const at = event?.at;
    return {
      ...this.messenger.personIn(person, client),
      answers: answerFields(loaded.answers ?? {}),
      ...(booking && booking.state !== 'cancelled'
        ? this.messenger.bookingIn(
            {
              ...booking,
              zone: bookingZone ?? client.facts.zone,
              where,
              with: bookedWith ?? '',
            },
            client,
          )
        : { booking: {} }),
      event: !at
        ? {}
        : place?.isEvent
          ? eventFields(place, at, client.facts, where)
          : {
              name,
              ...momentFields(at, eventZone(loaded), client.facts.zone, client.facts.locale),
            },
    };
  }
}

/** One batch under way: what is loaded, what it leads to, and which steps are done with. */
class Pass {
  readonly loaded: Map<RunId, LoadedRun>;
  /** Runs that ended within this batch: their later steps don't happen. */
  readonly ended = new Set<RunId>();
  /** People that a step of this batch was carried out for. */
  readonly changed = new Set<PersonId>();
  /** Waits that are over by what has happened already, and runs of which a wait was over. */
  over: ReadonlySet<string> = new Set();
  readonly went = new Set<RunId>();
  /** Runs that go on in the next batch. */
  readonly waiting = new Set<RunId>();
  readonly marks = {
    queued: [] as string[],
    done: [] as string[],
    dropped: [] as string[],
  };
  private readonly leftOut = new Map<LeftOut, string[]>();

  constructor(
    readonly tx: Queries,
    readonly effects: Consequences,
    readonly now: Instant,
    loaded: LoadedRun[],
    /** The runs whose person has booked, as far as one of their steps asks. */
    readonly booked: ReadonlySet<RunId>,
    /** What is known of the people that due steps ask about. */
    readonly facts: ReadonlyMap<PersonId, Facts>,
  ) {
    this.loaded = new Map(loaded.map((one) => [one.run.id, one]));
  }

  waitsAmong(due: readonly StepRow[]): Wait[] {
    return due.flatMap((row) => {
      const loaded = this.loaded.get(row.runId);
      return (loaded && waitOf(row, loaded)) ?? [];
    });
  }

  mark(row: StepRow, as: keyof Pass['marks']): void {
    this.marks[as].push(row.id);
  }

  leaveOut(row: StepRow, reason: LeftOut): void {
    this.leftOut.set(reason, [...(this.leftOut.get(reason) ?? []), row.id]);
  }

  async write(): Promise<void> {
    const set = (ids: string[], values: Partial<StepRow>) =>
      this.tx
        .update(runSteps)
        .set({ doneAt: this.now, ...values })
        .where(isAnyOf(runSteps.id, ids));
    const marks = [
      ...(['queued', 'done', 'dropped'] as const)
        .filter((state) => this.marks[state].length > 0)
        .map((state) => set(this.marks[state], { state })),
      ...[...this.leftOut].map(([leftOut, ids]) =>
        set(ids, { state: 'left-out', dueAt: null, leftOut }),
      ),
    ];
    for (const mark of marks) this.effects.add(mark);
    await this.effects.write(this.tx);
  }
}
