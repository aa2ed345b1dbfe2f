import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { ClientId, Instant } from '@plumgate/core/basics';
import { and, eq, inArray } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { runSteps, sequenceRuns, toCome } from '../../records/followup/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { clientArchived } from '../clients/client-events.ts';
import { leaveOut } from '../messages/leave-out.ts';

/** Ends what is under way for a client that is archived: nobody stays in a sequence, and what is queued is not sent. */
@Injectable()
export class ClientEnds implements OnModuleInit {
  constructor(private readonly causes: Causes) {}

  onModuleInit(): void {
    this.causes.on(clientArchived, ({ clientId, at }, tx, effects) =>
      this.end(tx, effects, clientId, at),
    );
  }

  private async end(
    tx: Queries,
    effects: Consequences,
    clientId: ClientId,
    at: Instant,
  ): Promise<void> {
    const isRunning = and(eq(sequenceRuns.clientId, clientId), eq(sequenceRuns.state, 'running'));
    const running = tx.select({ id: sequenceRuns.id }).from(sequenceRuns).where(isRunning);
    await tx
      .update(runSteps)
      .set({ state: 'dropped' })
      .where(and(inArray(runSteps.runId, running), inArray(runSteps.state, toCome)));
    await tx
      .update(sequenceRuns)
      .set({ state: 'ended', endedBecause: 'the client was archived' })
      .where(isRunning);
    await leaveOut(tx, effects, eq(outbox.clientId, clientId), 'client-archived', at);
  }
}
