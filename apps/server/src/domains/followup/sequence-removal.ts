import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { PersonId, SequenceId } from '@plumgate/core/basics';
import { and, count, eq, sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { Bin } from '../../records/bin/bin.ts';
import { removed } from '../../records/bin/bin-events.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { discardDrafts } from '../../records/drafts/draft-store.ts';
import { sequenceRuns, sequences } from '../../records/followup/table.ts';
import { usesOf } from '../../records/references/uses-of.ts';
import { loadRuns } from './run-loading.ts';
import { RunService } from './run.service.ts';

const isRunning = (which: SQL) => and(which, eq(sequenceRuns.state, 'running'))!;

/** How sequences are deleted, and what becomes of the runs of a person or a sequence that is: they end. */
@Injectable()
export class SequenceRemoval implements OnModuleInit {
  constructor(
    private readonly bin: Bin,
    private readonly causes: Causes,
    private readonly runs: RunService,
  ) {}

  onModuleInit(): void {
    const row = removableRow(sequences, sql<string>`${sequences.content}->>'name'`);
    this.bin.register('sequence', {
      ...row,
      erase: async (tx, id) => {
        await discardDrafts(tx, 'sequence', id);
        await tx.delete(sequenceRuns).where(eq(sequenceRuns.sequenceId, id as SequenceId));
        await row.erase(tx, id);
      },
    });
    this.bin.addLosses('sequence', async (db, id, clientId) => [
      await this.running(db, eq(sequenceRuns.sequenceId, id as SequenceId)),
      ...(await usesOf(db, clientId, [id])),
    ]);
    this.bin.addLosses('person', async (db, id) => [
      await this.running(db, eq(sequenceRuns.personId, id as PersonId)),
    ]);
    this.causes.on(removed, async ({ kind, id, at }, tx, effects) => {
      if (kind !== 'person' && kind !== 'sequence') return;
      const which =
        kind === 'person'
          ? eq(sequenceRuns.personId, id as PersonId)
          : eq(sequenceRuns.sequenceId, id as SequenceId);
      const running = await loadRuns(tx, isRunning(which), { lock: true });
      await this.runs.end(tx, effects, running, at, `${kind} deleted`);
    });
  }

  private async running(db: Queries, which: SQL) {
    const [row] = await db.select({ count: count() }).from(sequenceRuns).where(isRunning(which));
    return { what: 'runs' as const, count: row?.count ?? 0, names: [] };
  }
}
