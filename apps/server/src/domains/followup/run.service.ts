import type { ClientRow } from '../../records/clients/table.ts';
import { Injectable } from '@nestjs/common';
import type {
  CalendarId,
  Instant,
  PersonId,
  RunId,
  SequenceId,
  SubmissionId,
} from '@plumgate/core/basics';
import { askedTerms, matches } from '@plumgate/core/conditions';
import {
  actionWords,
  reachReasons,
  replan,
  isHappening,
  type Happening,
  type LeftOut,
  type PlannedStep,
  type RunStep,
  type SequenceContent,
  type StepChange,
} from '@plumgate/core/followup';
import { and, asc, eq, exists, gte, inArray, isNull, or, sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { bookings, calendars } from '../../records/booking/table.ts';
import { factsOf } from '../../records/conditions/facts-of.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import type { Queries } from '../../platform/database/database.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Consequences } from '../../records/causes/consequences.ts';
import { endWait, standingWaits } from './waits.ts';
import { loadRuns, planOf, type LoadedRun } from './run-loading.ts';
import { runSteps, sequenceRuns, sequences, toCome } from '../../records/followup/table.ts';

type BookingRow = typeof bookings.$inferSelect;
type StepRow = typeof runSteps.$inferSelect;

/** What planning again would change for one run. */
export interface RunChange {
  loaded: LoadedRun;
  standing: StepRow[];
  plan: PlannedStep[];
  changes: StepChange[];
}

/** Who joins which sequence, and by what. */
export interface Joining {
  client: ClientRow;
  sequence: SequenceId;
  person: PersonRow;
  /** What the sequence says, where the person came just now, so that they have been in no run: nothing has to be asked. */
  forNew?: SequenceContent | undefined;
  submission?: SubmissionId | null;
  booking?: BookingRow | null;
  at: Instant;
}

/**
 * Lets people join sequences and keeps their plans right: core plans, this writes the plan down. Every method works in
 * the transaction of its cause.
 */
@Injectable()
export class RunService {
  constructor(private readonly ids: IdSource) {}

  /**
   * Lets a person join a sequence; gives whether a run began. Somebody who is running through it is left where they are,
   * and somebody who has been through it joins again only when the sequence says so, or for a further booking: of that they
   * get what counts from the event.
   */
  async join(tx: Queries, effects: Consequences, input: Joining): Promise<boolean> {
    const { client, person, at } = input;
    const [sequence] = input.forNew
      ? [{ content: input.forNew, hasBeen: false }]
      : await tx
          .select({
            content: sequences.content,
            hasBeen: sql<boolean>`exists (select 1 from ${sequenceRuns} as been where been.sequence_id = ${sequences}.id and been.person_id = ${person.id})`,
          })
          .from(sequences)
          .where(
            and(
              eq(sequences.id, input.sequence),
              eq(sequences.clientId, client.id),
              isNull(sequences.removedAt),
            ),
          );
    const content = sequence?.content;
    if (!content || content.steps.length === 0) return false;
    if (!(await this.isFor(tx, effects, content, input))) return false;
    const booking = await this.bookingFor(tx, content, person.id, input.booking ?? null, at);
    const isFurther = sequence.hasBeen && !content.again;
    if (isFurther && !(booking && (await this.isWithoutRun(tx, content, input.sequence, booking))))
      return false;
    return this.begin(tx, effects, { ...input, content, booking, onlyFromEvent: isFurther });
  }

  /** Whether a person may join; where they may not, their timeline says so. */
  private async isFor(
    tx: Queries,
    effects: Consequences,
    { name, onlyFor }: SequenceContent,
    { client, person, at }: Joining,
  ): Promise<boolean> {
    if (askedTerms(onlyFor).length === 0) return true;
    await effects.settle(tx);
    const facts = await factsOf(tx, [person.id], client, at);
    if (matches(onlyFor, facts.get(person.id)!)) return true;
    effects.note(person, at, { kind: 'not-joined', sequence: name });
    return false;
  }

  /** Begins a run, unless one is running for the same person and occasion; gives whether it began. */
  async begin(
    tx: Queries,
    effects: Consequences,
    input: Joining & {
      content: SequenceContent;
      booking: BookingRow | null;
      onlyFromEvent: boolean;
    },
  ): Promise<boolean> {
    const { client, person, at, content, booking, onlyFromEvent } = input;
    const run = {
      id: this.ids.next<RunId>(),
      clientId: client.id,
      sequenceId: input.sequence,
      personId: person.id,
      submissionId: input.submission ?? null,
      ...countingFrom(content, booking),
      onlyFromEvent,
      joinedAt: at,
      changedAt: null,
    };
    const bookingZone = booking && (await zoneOfCalendar(tx, booking.calendarId));
    const plan = planOf({ content, person, client, booking, bookingZone, run }, at);
    const insert = tx
      .insert(sequenceRuns)
      .values({ ...run, state: waitsForNothing(plan, content) ? 'finished' : 'running' });
    if (input.forNew) effects.add(insert);
    else {
      const begun = await insert.onConflictDoNothing().returning({ id: sequenceRuns.id });
      if (begun.length === 0) return false;
    }
    effects.note(person, at, { kind: 'joined', sequence: content.name });
    for (const step of plan) {
      effects.plan({
        ...rowOf(step, content),
        clientId: client.id,
        runId: run.id,
        sequenceId: input.sequence,
      });
      this.noteLeftOut(effects, { person, content }, at, step.step, step.leftOut);
    }
    return true;
  }

  /** Whether a booking that should have a run of its own has none, in whatever state. */
  private async isWithoutRun(
    tx: Queries,
    { event }: SequenceContent,
    sequence: SequenceId,
    booking: BookingRow,
  ): Promise<boolean> {
    if (event.kind !== 'booking' || !event.each) return false;
    const [run] = await tx
      .select({ id: sequenceRuns.id })
      .from(sequenceRuns)
      .where(and(eq(sequenceRuns.sequenceId, sequence), eq(sequenceRuns.bookingId, booking.id)))
      .limit(1);
    return !run;
  }

  /**
   * Of runs of which some are over, those that may run again: none beside another run of its sequence and occasion, and of
   * several that are over only the one begun last.
   */
  async mayGoOn(tx: Queries, runs: LoadedRun[]): Promise<LoadedRun[]> {
    if (runs.every(({ run }) => run.state === 'running')) return runs;
    const beside = await tx
      .select({
        sequenceId: sequenceRuns.sequenceId,
        personId: sequenceRuns.personId,
        occasion: sequenceRuns.occasion,
      })
      .from(sequenceRuns)
      .where(
        and(
          isAnyOf(
            sequenceRuns.personId,
            runs.map(({ person }) => person.id),
          ),
          eq(sequenceRuns.state, 'running'),
        ),
      );
    const taken = new Set(beside.map(placeOfRun));
    const lastFirst = runs.toSorted((a, b) =>
      Temporal.Instant.compare(b.run.joinedAt, a.run.joinedAt),
    );
    return lastFirst.filter(({ run }) => {
      const place = placeOfRun(run);
      const may = run.state === 'running' || !taken.has(place);
      taken.add(place);
      return may;
    });
  }

  /**
   * How a person can be reached has changed. A run that was over only because the rest of it could not reach them goes
   * on where its time is still to come.
   */
  async personChanged(
    tx: Queries,
    effects: Consequences,
    person: PersonId,
    now: Instant,
  ): Promise<void> {
    const wasUnreachable = exists(
      tx
        .select({ id: runSteps.id })
        .from(runSteps)
        .where(
          and(eq(runSteps.runId, sequenceRuns.id), inArray(runSteps.leftOut, [...reachReasons])),
        ),
    );
    const runs = await loadRuns(
      tx,
      and(
        eq(sequenceRuns.personId, person),
        or(
          eq(sequenceRuns.state, 'running'),
          and(eq(sequenceRuns.state, 'finished'), wasUnreachable),
        ),
      ),
      { lock: true },
    );
    await this.planAnew(tx, effects, await this.mayGoOn(tx, runs), now);
  }

  /** Something has happened to a person: what it means for their runs. Gives which of them end. */
  async happenedTo(
    tx: Queries,
    effects: Consequences,
    person: PersonId,
    now: Instant,
    what: Happening,
  ): Promise<RunId[]> {
    const running = await loadRuns(tx, runsOf(person), { lock: true });
    return this.happened(tx, effects, running, now, what);
  }

  /** Ends all of somebody's runs. */
  async endAll(
    tx: Queries,
    effects: Consequences,
    person: PersonId,
    now: Instant,
    because: string,
  ): Promise<void> {
    await this.end(tx, effects, await loadRuns(tx, runsOf(person), { lock: true }), now, because);
  }

  /** What a changed sequence would mean for everybody who is in it; `lock` to carry it out afterwards. */
  async changesBy(
    tx: Queries,
    sequence: SequenceId,
    content: SequenceContent,
    now: Instant,
    options: { lock?: boolean } = {},
  ): Promise<RunChange[]> {
    const runs = await loadRuns(
      tx,
      and(eq(sequenceRuns.sequenceId, sequence), eq(sequenceRuns.state, 'running')),
      options,
    );
    return this.changesOf(
      tx,
      runs.map((loaded) => ({ ...loaded, content })),
      now,
    );
  }

  /** Works the plans out again and writes down what differs. */
  async planAnew(
    tx: Queries,
    effects: Consequences,
    runs: LoadedRun[],
    now: Instant,
    eventMoved = false,
  ): Promise<void> {
    await this.carryOut(tx, effects, await this.changesOf(tx, runs, now, eventMoved), now);
  }

  async carryOut(
    tx: Queries,
    effects: Consequences,
    changed: RunChange[],
    now: Instant,
  ): Promise<void> {
    for (const { loaded, standing, plan, changes } of changed) {
      const { run } = loaded;
      for (const change of changes) {
        const isNew = change.becomes !== 'removed' && change.isNew;
        const row = {
          dueAt: change.becomes === 'planned' ? change.at : null,
          ...(change.becomes === 'planned' && {
            nominalAt: plan.find(({ step }) => step === change.step)?.nominalTime ?? null,
            position: placeOf(change.step, loaded.content),
          }),
          state: change.becomes === 'removed' ? ('dropped' as const) : change.becomes,
          leftOut: change.becomes === 'left-out' ? change.because : null,
        };
        if (isNew) {
          effects.plan({
            ...row,
            stepId: change.step,
            clientId: run.clientId,
            runId: run.id,
            sequenceId: run.sequenceId,
          });
        } else {
          const was = standing.find(({ stepId }) => stepId === change.step)!;
          const isAgain = wasDone(was);
          await tx
            .update(runSteps)
            .set({
              ...row,
              ...(isAgain && { doneAt: null, planVersion: was.planVersion + 1 }),
            })
            // Only what it was when this was worked out: what was done meanwhile stays done.
            .where(and(eq(runSteps.id, was.id), eq(runSteps.state, was.state)));
        }
        if (row.leftOut) this.noteLeftOut(effects, loaded, now, change.step, row.leftOut);
      }
      const after = standing.map((step) => afterChange(step, changes));
      const added = changes.some((change) => change.becomes !== 'removed' && change.isNew);
      await tx
        .update(sequenceRuns)
        .set({ changedAt: now, state: !added && after.every(isSettled) ? 'finished' : 'running' })
        .where(eq(sequenceRuns.id, run.id));
    }
  }

  /** After a sequence was changed: what waits of it takes its order, for steps that fall due at one moment. */
  async takeOrder(tx: Queries, sequence: SequenceId): Promise<void> {
    await tx.execute(sql`
      update ${runSteps} set position = placed.ordinality - 1
      from ${sequences}, jsonb_array_elements(${sequences.content} -> 'steps') with ordinality as placed (step, ordinality)
      where ${sequences.id} = ${sequence} and ${runSteps.sequenceId} = ${sequence}
        and ${runSteps.state} = 'planned' and ${runSteps.stepId} = placed.step ->> 'id'`);
  }

  /** Marks runs of which nothing waits any more as finished. */
  async finish(tx: Queries, runs: RunId[]): Promise<void> {
    if (runs.length === 0) return;
    const open = await tx
      .selectDistinct({ id: runSteps.runId })
      .from(runSteps)
      .where(
        and(
          isAnyOf(runSteps.runId, runs),
          or(
            inArray(runSteps.state, toCome),
            and(eq(runSteps.state, 'left-out'), inArray(runSteps.leftOut, ['no-event', 'paused'])),
          ),
        ),
      );
    const over = runs.filter((id) => !open.some((row) => row.id === id));
    if (over.length > 0)
      await tx
        .update(sequenceRuns)
        .set({ state: 'finished' })
        .where(and(isAnyOf(sequenceRuns.id, over), eq(sequenceRuns.state, 'running')));
  }

  /** Ends runs: none of their waiting steps happens any more. */
  async end(
    tx: Queries,
    effects: Consequences,
    runs: LoadedRun[],
    now: Instant,
    because: string,
  ): Promise<void> {
    if (runs.length === 0) return;
    const ids = runs.map(({ run }) => run.id);
    await tx
      .update(sequenceRuns)
      .set({ state: 'ended', endedBecause: because })
      .where(and(inArray(sequenceRuns.id, ids), eq(sequenceRuns.state, 'running')));
    await tx
      .update(runSteps)
      .set({ state: 'dropped' })
      .where(and(inArray(runSteps.runId, ids), inArray(runSteps.state, toCome)));
    for (const { person, content } of runs)
      effects.note(person, now, { kind: 'ended', sequence: content.name, because });
  }

  /** Ends those of the runs whose sequence ends on what has happened, and lets go on what waits for it. Gives which end. */
  async happened(
    tx: Queries,
    effects: Consequences,
    running: LoadedRun[],
    now: Instant,
    what: Happening,
  ): Promise<RunId[]> {
    const over = running.filter(({ content }) =>
      content.endsWhen.some((end) => isHappening(end, what)),
    );
    await this.end(tx, effects, over, now, happeningWords(what));
    // What happens while a run is paused counts when it goes on.
    const goOn = running.filter((one) => !over.includes(one) && !one.run.pausedAt);
    const waits = (await standingWaits(tx, goOn)).filter(({ until }) => isHappening(until, what));
    for (const wait of waits) await endWait(tx, effects, wait, 'happened', now);
    const went = new Set(waits.map(({ loaded }) => loaded));
    if (went.size > 0) await this.planAnew(tx, effects, [...went], now);
    return over.map(({ run }) => run.id);
  }

  private async changesOf(
    tx: Queries,
    runs: LoadedRun[],
    now: Instant,
    eventMoved = false,
  ): Promise<RunChange[]> {
    if (runs.length === 0) return [];
    const steps = await tx
      .select()
      .from(runSteps)
      .where(
        inArray(
          runSteps.runId,
          runs.map(({ run }) => run.id),
        ),
      );
    return runs.map((loaded) => {
      const standing = steps.filter((step) => step.runId === loaded.run.id);
      // What changes meanwhile counts when it goes on.
      if (loaded.run.pausedAt) return { loaded, standing, plan: [], changes: [] };
      const fromEvent = new Set(
        loaded.content.steps.filter((step) => step.anchor === 'event').map((step) => step.id),
      );
      const plan = planOf({ ...loaded, run: { ...loaded.run, changedAt: now } }, now, standing);
      const changes = replan(
        standing.map((step) => ({
          step: step.stepId,
          state: inPlan(step),
          at: step.dueAt,
          leftOut: step.leftOut,
        })),
        plan,
        now,
        (step) => fromEvent.has(step),
        eventMoved,
      );
      return { loaded, standing, plan, changes };
    });
  }

  /** The booking that a joining person's run counts from: the one just made, or their next one. */
  private async bookingFor(
    tx: Queries,
    content: SequenceContent,
    person: PersonId,
    made: BookingRow | null,
    at: Instant,
  ): Promise<BookingRow | null> {
    if (content.event.kind !== 'booking') return null;
    const { calendar } = content.event;
    if (made && (calendar === null || made.calendarId === calendar)) return made;
    const [next] = await tx
      .select()
      .from(bookings)
      .where(
        and(
          eq(bookings.personId, person),
          eq(bookings.state, 'booked'),
          gte(bookings.startsAt, at),
          calendar === null ? undefined : eq(bookings.calendarId, calendar),
        ),
      )
      .orderBy(asc(bookings.startsAt))
      .limit(1);
    return next ?? null;
  }

  private noteLeftOut(
    effects: Consequences,
    { person, content }: Pick<LoadedRun, 'person' | 'content'>,
    at: Instant,
    stepId: string,
    because: LeftOut | null,
  ): void {
    if (!because || because === 'no-event' || because === 'first-run-only') return;
    const step = content.steps.find((one) => one.id === stepId);
    if (step)
      effects.note(person, at, {
        kind: 'left-out',
        what: actionWords(step.action),
        sequence: content.name,
        because,
      });
  }
}

const happeningWords = (what: Happening): string =>
  what.when === 'tagged' ? `tagged ${what.tags.join(', ')}` : what.when;

async function zoneOfCalendar(tx: Queries, id: CalendarId): Promise<string | null> {
  const [row] = await tx
    .select({ content: calendars.content })
    .from(calendars)
    .where(eq(calendars.id, id));
  return row?.content.rules.zone ?? null;
}

/** The booking a run counts from, and what it is a run for. */
export const countingFrom = (
  { event }: SequenceContent,
  booking: BookingRow | null,
): Pick<LoadedRun['run'], 'bookingId' | 'occasion'> => ({
  bookingId: booking?.id ?? null,
  occasion: booking && event.kind === 'booking' && event.each ? booking.id : '',
});

/** No two running runs have the same. */
const placeOfRun = (run: Pick<LoadedRun['run'], 'sequenceId' | 'personId' | 'occasion'>) =>
  `${run.sequenceId} ${run.personId} ${run.occasion}`;

const runsOf = (person: PersonId) =>
  and(eq(sequenceRuns.personId, person), eq(sequenceRuns.state, 'running'));

const placeOf = (step: string, { steps }: Pick<SequenceContent, 'steps'>) =>
  steps.findIndex(({ id }) => id === step);

const rowOf = ({ step, at, leftOut, nominalTime }: PlannedStep, content: SequenceContent) => ({
  stepId: step,
  dueAt: at,
  nominalAt: nominalTime,
  position: placeOf(step, content),
  state: at ? ('planned' as const) : ('left-out' as const),
  leftOut,
});

/**
 * A step's state as planning sees it. A queued message is as good as sent; what failed would fail again, and what somebody
 * skipped is not wanted: no plan brings them back.
 */
function inPlan({ state, leftOut }: Pick<StepRow, 'state' | 'leftOut'>): RunStep['state'] {
  // One that waits has begun to: its lanes alone may still change.
  if (state === 'queued' || state === 'waiting') return 'done';
  return state === 'dropped' || state === 'failed' || leftOut === 'skipped' ? 'closed' : state;
}

const wasDone = ({ state }: StepRow) => state === 'done' || state === 'queued';

const isSettled = (step: Pick<StepRow, 'state' | 'leftOut'>) =>
  step.state !== 'planned' &&
  step.state !== 'waiting' &&
  !(step.state === 'left-out' && (step.leftOut === 'no-event' || step.leftOut === 'paused'));

const waitsForNothing = (plan: PlannedStep[], content: SequenceContent) =>
  plan.map((step) => rowOf(step, content)).every(isSettled);

function afterChange(step: StepRow, changes: StepChange[]): Pick<StepRow, 'state' | 'leftOut'> {
  const change = changes.find((one) => one.step === step.stepId);
  if (!change) return step;
  if (change.becomes === 'removed') return { state: 'dropped', leftOut: null };
  return { state: change.becomes, leftOut: change.becomes === 'left-out' ? change.because : null };
}
