import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Instant } from '@plumgate/core/basics';
import { and, asc, desc, eq, inArray, isNull, lte, min, or, sql } from 'drizzle-orm';
import { Clock } from '../clock.ts';
import { Database, type Queries } from '../database/database.ts';
import { deleteSome } from '../database/delete-some.ts';
import { Housekeeping } from '../housekeeping.ts';
import { AppProblem, notFound } from '../http/app-problem.ts';
import { IdSource } from '../id-source.ts';
import { PinoLogger } from '../logging.ts';
import { Worker } from '../worker.ts';
import { jobs, type JobState } from './jobs.table.ts';

export type JobRow = typeof jobs.$inferSelect;

/** While a job runs its lease is renewed; when a lease has run out, another process goes on with the job. */
const lease = { seconds: 60 };
const renewMs = 20_000;
/** Progress is written no more often than people can read it. */
const progressMs = 500;
const keptFor = { hours: 24 * 30 };

/** What a job under way can say and ask. */
export interface JobProgress {
  /** Says how far it is; throws `Cancelled` when it was asked to stop. */
  report: (done: number, total: number) => Promise<void>;
}

/** A kind of long work. It may be begun a second time after a crash: what is done must not be done again. */
export interface JobKind {
  run: (job: JobRow, progress: JobProgress) => Promise<Record<string, unknown>>;
  /** Takes back what the job did, from its result; left out where that can't be. */
  undo?: (job: JobRow) => Promise<void>;
}

/** Thrown inside of a job that was asked to stop. */
class Cancelled extends Error {
  constructor(readonly done: number) {
    super('The job was canceled.');
  }
}

/** Thrown inside of a job as the process stops: the next start goes on with it. */
class Interrupted extends Error {
  constructor() {
    super('The process is stopping.');
  }
}

/** Long work with its progress: it knows that there are kinds, not what they do; domains register theirs. */
@Injectable()
export class Jobs implements OnModuleInit {
  private readonly kinds = new Map<string, JobKind>();
  private isStopping = false;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly worker: Worker,
    private readonly housekeeping: Housekeeping,
    private readonly log: PinoLogger,
  ) {}

  onModuleInit(): void {
    this.worker.register({
      name: 'jobs',
      firstDue: () => this.firstDue(),
      doDue: (now, worker) => this.doDue(now, worker),
      finishSoon: () => (this.isStopping = true),
    });
    this.housekeeping.register('jobs', (mostRows) => {
      const before = this.clock.now().subtract(keptFor);
      return deleteSome(this.database.db, jobs, lte(jobs.finishedAt, before), mostRows);
    });
  }

  register(name: string, kind: JobKind): void {
    this.kinds.set(name, kind);
  }

  /** Asks for a job; it begins as soon as the transaction is done. */
  async ask(
    db: Queries,
    job: Pick<JobRow, 'clientId' | 'kind' | 'input' | 'askedBy'>,
  ): Promise<string> {
    const id = this.ids.next<string>();
    await db.insert(jobs).values({ id, state: 'queued', createdAt: this.clock.now(), ...job });
    this.worker.wake();
    return id;
  }

  async get(id: string): Promise<JobRow> {
    const [row] = await this.database.db.select().from(jobs).where(eq(jobs.id, id));
    if (!row) throw notFound();
    return row;
  }

  /** A client's jobs of a kind, the newest first. */
  list(clientId: string, kind: string): Promise<JobRow[]> {
    return this.database.db
      .select()
      .from(jobs)
      .where(and(eq(jobs.clientId, clientId), eq(jobs.kind, kind)))
      .orderBy(desc(jobs.createdAt), desc(jobs.id))
      .limit(20);
  }

  canUndo({ kind, state }: Pick<JobRow, 'kind' | 'state'>): boolean {
    return state === 'done' && this.kinds.get(kind)?.undo !== undefined;
  }

  /** Asks a job to stop; one that has not begun never does. What it has done stays done. */
  async cancel(id: string): Promise<void> {
    const now = this.clock.now();
    await this.database.db
      .update(jobs)
      .set({
        cancelAsked: true,
        state: sql`case when ${jobs.state} = 'queued' then 'cancelled' else ${jobs.state} end`,
        finishedAt: sql`case when ${jobs.state} = 'queued' then ${now.toString()}::timestamptz end`,
      })
      .where(and(eq(jobs.id, id), inArray(jobs.state, ['queued', 'running'])));
  }

  /** @throws AppProblem `bad-request` for a job that can't be undone, or was already */
  async undo(id: string): Promise<void> {
    const job = await this.get(id);
    const undo = this.canUndo(job) && this.kinds.get(job.kind)?.undo;
    const set = (from: JobState, to: JobState) =>
      this.database.db
        .update(jobs)
        .set({ state: to })
        .where(and(eq(jobs.id, id), eq(jobs.state, from)))
        .returning({ id: jobs.id });
    // Marked first, so that of two who press only one does it.
    if (!undo || (await set('done', 'undone')).length === 0)
      throw new AppProblem('bad-request', { detail: 'This can no longer be undone.' });
    await undo(job).catch(async (error: unknown) => {
      await set('undone', 'done');
      throw error;
    });
  }

  private firstDue() {
    return this.database.db
      .select({ at: min(sql`coalesce(${jobs.leasedUntil}, ${jobs.createdAt})`) })
      .from(jobs)
      .where(inArray(jobs.state, ['queued', 'running']));
  }

  /** Does one job; gives 0 when there was none, or others have them in hand. */
  private async doDue(now: Instant, worker: string): Promise<number> {
    const job = await this.take(now, worker);
    if (!job) return 0;
    const renewal = setInterval(() => {
      this.mark(job, worker, { leasedUntil: this.clock.now().add(lease) }).catch((error: unknown) =>
        this.log.error({ err: error, job: job.id }, 'lease not renewed'),
      );
    }, renewMs);
    try {
      await this.run(job, worker);
    } finally {
      clearInterval(renewal);
    }
    return 1;
  }

  private take(now: Instant, worker: string): Promise<JobRow | undefined> {
    return this.database.transaction(async (tx) => {
      const [free] = await tx
        .select({ id: jobs.id })
        .from(jobs)
        .where(
          and(
            inArray(jobs.state, ['queued', 'running']),
            or(isNull(jobs.leasedUntil), lte(jobs.leasedUntil, now)),
          ),
        )
        .orderBy(asc(jobs.createdAt))
        .limit(1)
        .for('update', { skipLocked: true });
      if (!free) return undefined;
      const [job] = await tx
        .update(jobs)
        .set({ state: 'running', leasedBy: worker, leasedUntil: now.add(lease) })
        .where(eq(jobs.id, free.id))
        .returning();
      return job;
    });
  }

  private async run(job: JobRow, worker: string): Promise<void> {
    const over = { leasedBy: null, leasedUntil: null };
    try {
      const kind = this.kinds.get(job.kind);
      if (!kind) throw new Error(`No job is called ${job.kind}.`);
      const result = await kind.run(job, this.progressOf(job, worker));
      const finishedAt = this.clock.now();
      await this.mark(job, worker, { ...over, state: 'done', result, finishedAt });
    } catch (error) {
      if (error instanceof Interrupted) return this.mark(job, worker, { ...over, state: 'queued' });
      const finishedAt = this.clock.now();
      if (error instanceof Cancelled)
        return this.mark(job, worker, {
          ...over,
          state: 'cancelled',
          done: error.done,
          finishedAt,
        });
      this.log.error({ err: error, job: job.id, kind: job.kind }, 'job failed');
      const problem = error instanceof AppProblem ? error.message : 'It could not be finished.';
      await this.mark(job, worker, { ...over, state: 'failed', problem, finishedAt });
    }
  }

  private progressOf(job: JobRow, worker: string): JobProgress {
    let writtenAt = Number.NEGATIVE_INFINITY;
    return {
      report: async (done, total) => {
        if (this.isStopping) throw new Interrupted();
        if (performance.now() - writtenAt < progressMs && done < total) return;
        writtenAt = performance.now();
        const [row] = await this.database.db
          .update(jobs)
          .set({ done, total })
          .where(and(eq(jobs.id, job.id), eq(jobs.leasedBy, worker)))
          .returning({ cancelAsked: jobs.cancelAsked });
        // Without its row another process has the job: this one stops in the same way.
        if (!row || row.cancelAsked) throw new Cancelled(done);
      },
    };
  }

  /** Writes what became of a job; only the worker that holds the lease may. */
  private async mark(job: JobRow, worker: string, values: Partial<JobRow>): Promise<void> {
    await this.database.db
      .update(jobs)
      .set(values)
      .where(and(eq(jobs.id, job.id), eq(jobs.leasedBy, worker)));
  }
}
