import { sql } from 'drizzle-orm';
import { boolean, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { instant, json } from '../database/columns.ts';

export type JobState = 'queued' | 'running' | 'done' | 'failed' | 'cancelled' | 'undone';

/**
 * Long work that somebody asked for. `queued` → `running` → `done`, or → `failed` with what to say; → `cancelled` when
 * they asked for that in time; `done` → `undone` where its kind can be. It runs under a lease: when its process dies,
 * another goes on with it from where it was, so each kind of job must be able to begin again.
 */
export const jobs = pgTable(
  'jobs',
  {
    id: uuid().primaryKey(),
    /** Null for what is the agency's. */
    clientId: uuid('client_id'),
    kind: text().notNull(),
    input: json<Record<string, unknown>>().notNull(),
    state: text().$type<JobState>().notNull(),
    done: integer().notNull().default(0),
    /** How much there is to do; null while that is not known. */
    total: integer(),
    cancelAsked: boolean('cancel_asked').notNull().default(false),
    result: json<Record<string, unknown>>(),
    /** What to say of a failure. */
    problem: text(),
    askedBy: text('asked_by').notNull(),
    createdAt: instant('created_at').notNull(),
    finishedAt: instant('finished_at'),
    leasedBy: text('leased_by'),
    leasedUntil: instant('leased_until'),
  },
  (table) => [
    index('jobs_open')
      .on(table.createdAt)
      .where(sql`${table.state} in ('queued', 'running')`),
    index('jobs_of_client').on(table.clientId, table.createdAt.desc().nullsFirst()),
  ],
);
