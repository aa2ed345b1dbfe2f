import { sql } from 'drizzle-orm';
import {
  boolean,
  index,
  integer,
  pgTable,
  text,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { PersonId, RunId, SequenceId, BookingId, SubmissionId } from '@plumgate/core/basics';
import { sequenceFormat, type LeftOut, type Way } from '@plumgate/core/followup';
import { people } from '../people/table.ts';
import { ofClient } from '../clients/table.ts';
import { documentColumn, instant } from '../../platform/database/columns.ts';

export const sequences = pgTable(
  'sequences',
  {
    id: uuid().$type<SequenceId>().primaryKey(),
    clientId: ofClient(),
    content: documentColumn(sequenceFormat)().notNull(),
    version: integer().notNull().default(1),
    /** Deleted: in the bin. */
    removedAt: instant('removed_at'),
  },
  (table) => [index('sequences_by_client').on(table.clientId)],
);

/**
 * A person's way through a sequence. `running` → `finished` when no step of it is waiting any more, or → `ended` by what the
 * sequence ends on or by an end step. At most one run of a sequence is running for a person and an occasion; the database
 * keeps it so.
 */
export const sequenceRuns = pgTable(
  'sequence_runs',
  {
    id: uuid().$type<RunId>().primaryKey(),
    clientId: ofClient(),
    sequenceId: uuid('sequence_id')
      .$type<SequenceId>()
      .notNull()
      .references(() => sequences.id),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** The form that began it; null where a booking or another sequence did. */
    submissionId: uuid('submission_id').$type<SubmissionId>(),
    /** The booking it counts from, where its sequence counts from bookings. */
    bookingId: uuid('booking_id').$type<BookingId>(),
    /** What it is a run for: its booking's id where each booking has one of its own, else empty. */
    occasion: text().$type<BookingId | ''>().notNull().default(''),
    /** It is for a further booking of somebody who has been in the sequence: what counts from sign-up is left out. */
    onlyFromEvent: boolean('only_from_event').notNull().default(false),
    joinedAt: instant('joined_at').notNull(),
    /** When an input of its plan last changed; null while it runs as it was planned. */
    changedAt: instant('changed_at'),
    state: text().$type<'running' | 'finished' | 'ended'>().notNull(),
    /** Since when nothing of it happens until it goes on; null while it is not paused. */
    pausedAt: instant('paused_at'),
    endedBecause: text('ended_because'),
  },
  (table) => [
    uniqueIndex('sequence_runs_one_at_a_time')
      .on(table.sequenceId, table.personId, table.occasion)
      .where(sql`${table.state} = 'running'`),
    index('sequence_runs_of_person').on(table.personId),
    index('sequence_runs_of_booking').on(table.bookingId),
  ],
);

export type RunStepState =
  'planned' | 'queued' | 'waiting' | 'done' | 'left-out' | 'dropped' | 'failed';

/** In these a step is still to come, or waits: it has a moment at which it falls due. */
export const toCome = ['planned', 'waiting'] as const satisfies RunStepState[];

/**
 * One step of a run. `planned` → `done`, one that waits by way of `waiting` until it has not to any more (by `dueAt` at the latest), a message by way of `queued` until the mail server or text gateway has taken it; or → `left-out` with the reason, from which a new plan may bring it back; or →
 * `dropped` when the sequence no longer has it or the run ended before it; or → `failed` when it could not be carried
 * out, by itself and for a reason that stays.
 */
export const runSteps = pgTable(
  'run_steps',
  {
    id: uuid().primaryKey(),
    clientId: ofClient(),
    runId: uuid('run_id')
      .$type<RunId>()
      .notNull()
      .references(() => sequenceRuns.id, { onDelete: 'cascade' }),
    sequenceId: uuid('sequence_id').$type<SequenceId>().notNull(),
    stepId: text('step_id').notNull(),
    /** Null while it is left out. */
    dueAt: instant('due_at'),
    /** When its words alone have it: steps that quiet hours put together at one moment keep this order. */
    nominalAt: instant('nominal_at'),
    /** Its place in the sequence, which decides where times are equal. */
    position: integer().notNull().default(0),
    /** Goes up when it is planned again after it was done: its message is another one then. */
    planVersion: integer('plan_version').notNull().default(0),
    state: text().$type<RunStepState>().notNull(),
    leftOut: text('left_out').$type<LeftOut>(),
    /** Of a step that waited and is done: which of its two lanes goes on from there. */
    way: text().$type<Way>(),
    failedBecause: text('failed_because'),
    doneAt: instant('done_at'),
  },
  (table) => [
    unique('run_steps_once').on(table.runId, table.stepId),
    index('run_steps_due')
      .on(table.dueAt, table.nominalAt, table.position, table.id)
      .where(sql`${table.state} in ('planned', 'waiting')`),
    index('run_steps_left_out')
      .on(table.clientId, table.nominalAt.desc().nullsFirst(), table.id)
      .where(sql`${table.state} = 'left-out'`),
    index('run_steps_by_sequence').on(table.sequenceId, table.stepId),
  ],
);
