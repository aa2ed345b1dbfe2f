import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { RunId } from '@plumgate/core/basics';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { runSteps, sequenceRuns } from '../../records/followup/table.ts';
import { mergeUndone, peopleMerged, type MergeHappening } from '../people/person-events.ts';
import { loadRuns } from './run-loading.ts';
import { RunService } from './run.service.ts';

const because = 'the records were merged';

/** What follow-up does when two records become one: nobody is in a sequence twice, and the earlier run stays. */
@Injectable()
export class MergedRuns implements OnModuleInit {
  constructor(
    private readonly causes: Causes,
    private readonly runs: RunService,
  ) {}

  onModuleInit(): void {
    this.causes.on(peopleMerged, (happened, tx, effects) => this.merged(happened, tx, effects));
    this.causes.on(mergeUndone, (happened, tx, effects) => this.undone(happened, tx, effects));
  }

  private async merged(
    { person, other, moved, at }: MergeHappening,
    tx: Queries,
    effects: Consequences,
  ): Promise<void> {
    const running = await tx
      .select()
      .from(sequenceRuns)
      .where(
        and(inArray(sequenceRuns.personId, [person.id, other]), eq(sequenceRuns.state, 'running')),
      )
      .orderBy(asc(sequenceRuns.joinedAt), asc(sequenceRuns.id))
      .for('update');
    const seen = new Set<string>();
    const twice = running.filter(({ sequenceId, occasion }) => {
      const name = `${sequenceId} ${occasion}`;
      return seen.size === seen.add(name).size;
    });
    const ids = twice.map(({ id }) => id);
    moved.endedRuns = ids;
    moved.droppedWaits = await this.drop(tx, ids, 'waiting');
    moved.droppedSteps = await this.drop(tx, ids, 'planned');
    if (ids.length > 0)
      for (const { content } of await loadRuns(tx, inArray(sequenceRuns.id, ids)))
        effects.note(person, at, { kind: 'ended', sequence: content.name, because });
    const all = await tx
      .update(sequenceRuns)
      .set({ personId: person.id })
      .where(eq(sequenceRuns.personId, other))
      .returning({ id: sequenceRuns.id });
    moved.runs = all.map(({ id }) => id);
  }

  private async drop(tx: Queries, runs: RunId[], state: 'planned' | 'waiting'): Promise<string[]> {
    if (runs.length === 0) return [];
    await tx
      .update(sequenceRuns)
      .set({ state: 'ended', endedBecause: because })
      .where(inArray(sequenceRuns.id, runs));
    const dropped = await tx
      .update(runSteps)
      .set({ state: 'dropped' })
      .where(and(inArray(runSteps.runId, runs), eq(runSteps.state, state)))
      .returning({ id: runSteps.id });
    return dropped.map(({ id }) => id);
  }

  /** Runs go back to whose they were; one that had ended because of the merge goes on, unless they have begun anew since. */
  private async undone(
    { person, other, moved, at }: MergeHappening,
    tx: Queries,
    effects: Consequences,
  ): Promise<void> {
    const runs = (moved.runs ?? []) as RunId[];
    if (runs.length > 0)
      await tx
        .update(sequenceRuns)
        .set({ personId: other })
        .where(and(inArray(sequenceRuns.id, runs), eq(sequenceRuns.personId, person.id)));
    const ended = (moved.endedRuns ?? []) as RunId[];
    if (ended.length === 0) return;
    const revived = await tx
      .update(sequenceRuns)
      .set({ state: 'running', endedBecause: null })
      .where(
        and(
          inArray(sequenceRuns.id, ended),
          eq(sequenceRuns.state, 'ended'),
          sql`not exists (select 1 from ${sequenceRuns} as now where now.state = 'running' and now.sequence_id = ${sequenceRuns}.sequence_id and now.person_id = ${sequenceRuns}.person_id and now.occasion = ${sequenceRuns}.occasion)`,
        ),
      )
      .returning({ id: sequenceRuns.id });
    const ids = revived.map(({ id }) => id);
    if (ids.length === 0) return;
    const dropped = { planned: moved.droppedSteps, waiting: moved.droppedWaits };
    for (const [state, steps = []] of Object.entries(dropped))
      if (steps.length > 0)
        await tx
          .update(runSteps)
          .set({ state: state as keyof typeof dropped })
          .where(and(inArray(runSteps.id, steps as string[]), inArray(runSteps.runId, ids)));
    const loaded = await loadRuns(tx, inArray(sequenceRuns.id, ids), { lock: true });
    await this.runs.planAnew(tx, effects, loaded, at);
  }
}
