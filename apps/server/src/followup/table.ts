import { sql } from 'drizzle-orm';
import {
  index,
  integer,
  jsonb,
  pgTable,
  text,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { PersonId, RunId, SequenceId, SubmissionId } from '@plumgate/core/basics';
import type { SequenceContent } from '@plumgate/core/followup';
import { people } from '../people/table.ts';
import { ofClient } from '../clients/table.ts';
import { instant } from '../platform/database/columns.ts';

export const sequences = pgTable(
  'sequences',
  {
    id: uuid().$type<SequenceId>().primaryKey(),
    clientId: ofClient(),
    content: jsonb().$type<SequenceContent>().notNull(),
    version: integer().notNull().default(1),
  },
  (table) => [index('sequences_by_client').on(table.clientId)],
);

/**
 * A person's way through a sequence. `running` → `finished` when its last step is done. At most one run of a sequence
 * is running for a person; the database keeps it so.
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
    submissionId: uuid('submission_id').$type<SubmissionId>().notNull(),
    joinedAt: instant('joined_at').notNull(),
    state: text().$type<'running' | 'finished'>().notNull(),
  },
  (table) => [
    uniqueIndex('sequence_runs_one_at_a_time')
      .on(table.sequenceId, table.personId)
      .where(sql`${table.state} = 'running'`),
    index('sequence_runs_of_person').on(table.personId),
  ],
);

/** One step of a run. `waiting` → `done`, or `dropped` when the sequence no longer has the step. */
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
    dueAt: instant('due_at').notNull(),
    state: text().$type<'waiting' | 'done' | 'dropped'>().notNull(),
    doneAt: instant('done_at'),
  },
  (table) => [
    unique('run_steps_once').on(table.runId, table.stepId),
    index('run_steps_due')
      .on(table.dueAt)
      .where(sql`${table.state} = 'waiting'`),
    index('run_steps_by_sequence').on(table.sequenceId, table.stepId),
  ],
);
