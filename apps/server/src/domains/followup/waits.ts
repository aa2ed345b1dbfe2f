import type { Instant } from '@plumgate/core/basics';
import { waitsForWords, type SequenceStep, type WaitsFor, type Way } from '@plumgate/core/followup';
import { and, eq, isNotNull, sql, type SQL } from 'drizzle-orm';
import { isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { bookings } from '../../records/booking/table.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import { runSteps } from '../../records/followup/table.ts';
import { personTags, timeline } from '../../records/people/table.ts';
import type { LoadedRun } from './run-loading.ts';

type StepRow = typeof runSteps.$inferSelect;

/** A step that waits, of one run. */
export interface Wait {
  row: StepRow;
  loaded: LoadedRun;
  step: SequenceStep;
  until: WaitsFor;
}

/** The wait that a row of a run is; null for a step of another kind, and for one that its sequence no longer has. */
export function waitOf(row: StepRow, loaded: LoadedRun): Wait | null {
  const step = loaded.content.steps.find(({ id }) => id === row.stepId);
  return step?.action.kind === 'wait' ? { row, loaded, step, until: step.action.until } : null;
}

/** The steps of some runs that wait just now. */
export async function standingWaits(tx: Queries, runs: readonly LoadedRun[]): Promise<Wait[]> {
  const asking = runs.filter(({ content }) =>
    content.steps.some(({ action }) => action.kind === 'wait'),
  );
  if (asking.length === 0) return [];
  const rows = await tx
    .select()
    .from(runSteps)
    .where(
      and(
        isAnyOf(
          runSteps.runId,
          asking.map(({ run }) => run.id),
        ),
        eq(runSteps.state, 'waiting'),
      ),
    );
  return rows.flatMap((row) => {
    const loaded = asking.find(({ run }) => run.id === row.runId)!;
    return waitOf(row, loaded) ?? [];
  });
}

/** A wait is over: one of its lanes goes on from now. The plan of its run is to be worked out anew. */
export async function endWait(
  tx: Queries,
  effects: Consequences,
  { row, loaded, until }: Wait,
  way: Way,
  now: Instant,
): Promise<void> {
  await tx
    .update(runSteps)
    .set({ state: 'done', way, doneAt: now, dueAt: null })
    .where(eq(runSteps.id, row.id));
  effects.note(loaded.person, now, {
    ...{ kind: 'waited', sequence: loaded.content.name, until: waitsForWords(until), way },
  });
}

/** How it is known of a person (`w.person`) that what is waited for has happened since `w.since`. */
const happened: Record<WaitsFor['when'], SQL> = {
  replied: saidOn('replied'),
  clicked: saidOn('clicked'),
  opened: saidOn('opened', 'clicked'),
  booked: sql`exists (select from ${bookings} as b where b.person_id = w.person and b.made_at >= w.since and b.state <> 'cancelled')`,
  tagged: sql`exists (select from ${personTags} as t where t.person_id = w.person and t.tag = w.tag)`,
};

function saidOn(...kinds: string[]): SQL {
  return sql`exists (select from ${timeline} as t where t.person_id = w.person and t.at >= w.since and t.fact->>'kind' = any(${sql.param(kinds)}::text[]))`;
}

/** Of some waits, the rows for which that has happened: since the person joined, or since the lane began that the wait is in. */
export async function overAlready(tx: Queries, waits: readonly Wait[]): Promise<Set<string>> {
  const over = new Set<string>();
  if (waits.length === 0) return over;
  const began = await tx
    .select({ runId: runSteps.runId, stepId: runSteps.stepId, at: runSteps.doneAt })
    .from(runSteps)
    .where(
      and(
        isAnyOf(
          runSteps.runId,
          waits.map(({ row }) => row.runId),
        ),
        isNotNull(runSteps.way),
      ),
    );
  const since = ({ row, step, loaded }: Wait): Instant =>
    began.find(({ runId, stepId }) => runId === row.runId && stepId === step.lane?.wait)?.at ??
    loaded.run.joinedAt;
  for (const [when, condition] of Object.entries(happened)) {
    const some = waits.filter(({ until }) => until.when === when);
    if (some.length === 0) continue;
    const column = (of: (wait: Wait) => string) => sql.param(some.map(of));
    const { rows } = await tx.execute<{ id: string }>(sql`
      select w.id from unnest(
        ${column(({ row }) => row.id)}::uuid[], ${column(({ loaded }) => loaded.person.id)}::uuid[],
        ${column((wait) => since(wait).toString())}::timestamptz[],
        ${column(({ until }) => (until.when === 'tagged' ? until.tag : ''))}::text[]
      ) as w (id, person, since, tag) where ${condition}`);
    for (const { id } of rows) over.add(id);
  }
  return over;
}

/** A run goes on: waits of it are over for which that has happened meanwhile, or whose last moment has passed (`dueAt` null). */
export async function resumeWaits(
  tx: Queries,
  effects: Consequences,
  loaded: LoadedRun,
  now: Instant,
): Promise<void> {
  const waits = await standingWaits(tx, [loaded]);
  const over = await overAlready(tx, waits);
  for (const wait of waits)
    if (over.has(wait.row.id)) await endWait(tx, effects, wait, 'happened', now);
    else if (wait.row.dueAt === null) await endWait(tx, effects, wait, 'in-vain', now);
}
