import { Injectable } from '@nestjs/common';
import type { SequenceView } from '@plumgate/contract';
import type { ClientId, SequenceId } from '@plumgate/core/basics';
import type { SequenceContent } from '@plumgate/core/followup';
import { and, count, eq, sql } from 'drizzle-orm';
import { Database } from '../platform/database/database.ts';
import { AppProblem, notFound } from '../platform/http/app-problem.ts';
import { IdSource } from '../platform/id-source.ts';
import { runSteps, sequenceRuns, sequences } from './table.ts';

@Injectable()
export class SequenceService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
  ) {}

  async create(clientId: ClientId, content: SequenceContent): Promise<SequenceId> {
    const id = this.ids.next<SequenceId>();
    await this.database.db.insert(sequences).values({ id, clientId, content });
    return id;
  }

  async list(clientId: ClientId): Promise<SequenceView[]> {
    const rows = await this.database.db
      .select()
      .from(sequences)
      .where(eq(sequences.clientId, clientId))
      .orderBy(sql`${sequences.content}->>'name'`);
    return Promise.all(rows.map((row) => this.view(row)));
  }

  async get(id: SequenceId): Promise<SequenceView> {
    const [row] = await this.database.db.select().from(sequences).where(eq(sequences.id, id));
    if (!row) throw notFound();
    return this.view(row);
  }

  /** Changes the content when nobody else did since `version`. Steps that wait find their words by id when they are due. */
  async save(id: SequenceId, version: number, content: SequenceContent): Promise<SequenceView> {
    const [row] = await this.database.db
      .update(sequences)
      .set({ content, version: version + 1 })
      .where(and(eq(sequences.id, id), eq(sequences.version, version)))
      .returning();
    if (row) return this.view(row);
    await this.get(id);
    throw new AppProblem('changed-elsewhere');
  }

  private async view(row: typeof sequences.$inferSelect): Promise<SequenceView> {
    const [runs] = await this.database.db
      .select({
        joined: count(),
        running: sql<number>`count(*) filter (where ${sequenceRuns.state} = 'running')`.mapWith(
          Number,
        ),
      })
      .from(sequenceRuns)
      .where(eq(sequenceRuns.sequenceId, row.id));
    const sent = await this.database.db
      .select({ step: runSteps.stepId, count: count() })
      .from(runSteps)
      .where(and(eq(runSteps.sequenceId, row.id), eq(runSteps.state, 'done')))
      .groupBy(runSteps.stepId);
    return {
      ...row,
      joined: runs?.joined ?? 0,
      running: runs?.running ?? 0,
      sent: Object.fromEntries(sent.map(({ step, count }) => [step, count])),
    };
  }
}
