import { Injectable } from '@nestjs/common';
import type { RunId } from '@plumgate/core/basics';
import { actionWords } from '@plumgate/core/followup';
import { and, eq, inArray } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { Worker } from '../../platform/worker.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { runSteps, sequenceRuns } from '../../records/followup/table.ts';
import { loadRuns, type LoadedRun } from './run-loading.ts';
import { resumeWaits } from './waits.ts';
import { RunService } from './run.service.ts';

/** What somebody does by hand about one person's way through a sequence. */
@Injectable()
export class RunsByHand {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly runs: RunService,
    private readonly worker: Worker,
  ) {}

  /**
   * Pauses a run, lets it go on, or ends it. While it is paused nothing of it happens; what would have happened meanwhile
   * follows its step's late rule as it goes on.
   */
  async set(who: CurrentUser, id: RunId, state: 'paused' | 'running' | 'ended'): Promise<void> {
    const at = this.clock.now();
    await this.database.transaction(async (tx) => {
      const loaded = await this.found(tx, id, ['running']);
      const effects = this.causes.begin();
      if (state === 'ended') {
        await this.runs.end(tx, effects, [loaded], at, `${who.name} stopped it`);
        return effects.write(tx);
      }
      const isPaused = loaded.run.pausedAt !== null;
      if ((state === 'paused') === isPaused) return;
      const pausedAt = state === 'paused' ? at : null;
      await tx.update(sequenceRuns).set({ pausedAt }).where(eq(sequenceRuns.id, id));
      if (pausedAt)
        await tx
          .update(runSteps)
          .set({ state: 'left-out', leftOut: 'paused', dueAt: null })
          .where(and(eq(runSteps.runId, id), eq(runSteps.state, 'planned')));
      effects.note(loaded.person, at, {
        ...{ kind: pausedAt ? 'paused' : 'resumed', sequence: loaded.content.name, by: who.name },
      });
      const run = { ...loaded.run, pausedAt };
      if (!pausedAt) await resumeWaits(tx, effects, { ...loaded, run }, at);
      if (!pausedAt) await this.runs.planAnew(tx, effects, [{ ...loaded, run }], at);
      await effects.write(tx);
    });
    this.worker.wake();
  }

  /** Skips a step that is still to come, or takes that back: it then comes at its time, if that is still ahead. */
  async skip(who: CurrentUser, step: string, skip: boolean): Promise<void> {
    const at = this.clock.now();
    await this.database.transaction(async (tx) => {
      const [of] = await tx
        .select({ runId: runSteps.runId })
        .from(runSteps)
        .where(eq(runSteps.id, step));
      if (!of) throw notFound();
      const loaded = await this.found(tx, of.runId, skip ? ['running'] : ['running', 'finished']);
      const [row] = await tx
        .update(runSteps)
        .set({ state: 'left-out', leftOut: skip ? 'skipped' : 'paused', dueAt: null })
        .where(
          and(
            eq(runSteps.id, step),
            skip ? eq(runSteps.state, 'planned') : eq(runSteps.leftOut, 'skipped'),
          ),
        )
        .returning();
      if (!row) throw notFound();
      const effects = this.causes.begin();
      const action = loaded.content.steps.find(({ id }) => id === row.stepId)?.action;
      if (skip)
        effects.note(loaded.person, at, {
          ...{ kind: 'skipped', sequence: loaded.content.name, by: who.name },
          what: action ? actionWords(action) : '',
        });
      else await this.runs.planAnew(tx, effects, await this.runs.mayGoOn(tx, [loaded]), at);
      await effects.write(tx);
      if (skip) await this.runs.finish(tx, [of.runId]);
    });
    this.worker.wake();
  }

  private async found(
    tx: Queries,
    id: RunId,
    states: (typeof sequenceRuns.$inferSelect.state)[],
  ): Promise<LoadedRun> {
    const isThis = and(eq(sequenceRuns.id, id), inArray(sequenceRuns.state, states));
    const [loaded] = await loadRuns(tx, isThis, { lock: true });
    if (!loaded) throw notFound();
    return loaded;
  }
}
