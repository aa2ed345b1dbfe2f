import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Instant } from '@plumgate/core/basics';
import { and, eq, inArray, isNotNull, ne, sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { bookingChanged, bookingMade, type BookingHappening } from '../booking/booking-events.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { leaveOut } from '../messages/leave-out.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { loadRuns, type LoadedRun } from './run-loading.ts';
import { stepOfMessage } from '../../records/followup/message-of-step.ts';
import { countingFrom, RunService } from './run.service.ts';
import { runSteps, sequenceRuns } from '../../records/followup/table.ts';

/** What follow-up does about bookings: each has its reminders, at the time that it has now. */
@Injectable()
export class BookingRuns implements OnModuleInit {
  constructor(
    private readonly causes: Causes,
    private readonly runs: RunService,
  ) {}

  onModuleInit(): void {
    this.causes.on(bookingMade, async (made, tx, effects) => {
      await this.joinByCalendar(tx, effects, made);
      await this.booked(tx, effects, made);
    });
    this.causes.on(bookingChanged, ({ booking, at }, tx, effects) =>
      this.changed(tx, effects, booking.id, at),
    );
  }

  private async joinByCalendar(
    tx: Queries,
    effects: Consequences,
    { booking, calendar, person, client, at }: BookingHappening,
  ): Promise<void> {
    const { sequence } = calendar.content;
    const submission = booking.submissionId;
    if (sequence)
      await this.runs.join(tx, effects, { client, person, sequence, booking, submission, at });
  }

  /**
   * In each sequence that counts from such bookings, the run that waits for one takes it, or whose own was cancelled. For
   * somebody whose run has another booking a further run begins, unless the last was ended: only joining brings them back.
   * Sequences that end on booking end, except what began with this very booking.
   */
  private async booked(tx: Queries, effects: Consequences, made: BookingHappening): Promise<void> {
    const { booking, person, at } = made;
    const all = await loadRuns(tx, eq(sequenceRuns.personId, person.id), { lock: true });
    const counting = all.filter(({ content }) => countsFrom(content, booking));
    for (const id of new Set(counting.map(({ run }) => run.sequenceId)))
      await this.giveRun(
        tx,
        effects,
        made,
        counting.filter(({ run }) => run.sequenceId === id),
      );
    const before = all.filter(
      ({ run }) =>
        run.state === 'running' &&
        run.bookingId !== booking.id &&
        (run.submissionId === null || run.submissionId !== booking.submissionId),
    );
    await this.runs.happened(tx, effects, before, at, { when: 'booked' });
  }

  /** Gives a booking to one of a person's runs of a sequence, or a run of its own. */
  private async giveRun(
    tx: Queries,
    effects: Consequences,
    { booking, person, client, at }: BookingHappening,
    runs: LoadedRun[],
  ): Promise<void> {
    if (runs.some(({ run }) => run.bookingId === booking.id)) return;
    const byAge = runs.toSorted((a, b) => Temporal.Instant.compare(a.run.joinedAt, b.run.joinedAt));
    const last = byAge.at(-1)!;
    const { content } = last;
    const waiting = byAge.find(
      ({ run, booking: own }) =>
        run.state === 'running' && (run.bookingId === null || own?.state === 'cancelled'),
    );
    if (waiting) {
      const taken = eq(sequenceRuns.id, waiting.run.id);
      await tx.update(sequenceRuns).set(countingFrom(content, booking)).where(taken);
      await this.runs.planAnew(tx, effects, await loadRuns(tx, taken), at);
    } else if (
      content.event.kind === 'booking' &&
      content.event.each &&
      last.run.state !== 'ended' &&
      !content.endsWhen.some(({ when }) => when === 'booked')
    ) {
      const { submissionId: submission } = booking;
      const sequence = last.run.sequenceId;
      const joining = { client, sequence, person, submission, booking, at };
      await this.runs.begin(tx, effects, { ...joining, content, onlyFromEvent: true });
    }
  }

  /**
   * A booking moved or was cancelled: what counts on it is planned again, also of runs that were over. A message for the
   * old time that has not left falls away, and its step waits again; one that has left is sent again for the new time.
   */
  private async changed(
    tx: Queries,
    effects: Consequences,
    id: BookingHappening['booking']['id'],
    now: Instant,
  ): Promise<void> {
    const all = await loadRuns(
      tx,
      and(eq(sequenceRuns.bookingId, id), ne(sequenceRuns.state, 'ended')),
      { lock: true },
    );
    if (all.length === 0) return;
    const runs = await this.runs.mayGoOn(tx, all);
    const ofRuns = isAnyOf(
      outbox.runId,
      all.map(({ run }) => run.id),
    );
    const isForOldTime = and(ofRuns, isNotNull(outbox.expiresAt));
    const recalled = await leaveOut(tx, effects, isForOldTime, 'event-changed', now);
    const steps = recalled.flatMap(({ key }) => stepOfMessage(key) ?? []);
    if (steps.length > 0)
      await tx
        .update(runSteps)
        .set({ state: 'planned', doneAt: null, planVersion: sql`${runSteps.planVersion} + 1` })
        .where(
          and(
            isAnyOf(runSteps.id, steps),
            isAnyOf(
              runSteps.runId,
              runs.map(({ run }) => run.id),
            ),
            inArray(runSteps.state, ['queued', 'done']),
          ),
        );
    await this.runs.planAnew(tx, effects, runs, now, true);
  }
}

const countsFrom = (
  { event }: LoadedRun['content'],
  { calendarId }: BookingHappening['booking'],
): boolean =>
  event.kind === 'booking' && (event.calendar === null || event.calendar === calendarId);
