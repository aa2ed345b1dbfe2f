import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Instant } from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';
import { PinoLogger } from './logging.ts';
import { Clock } from './clock.ts';
import { StepWorker } from '../followup/step-worker.ts';
import { sql } from 'drizzle-orm';
import { runSteps } from '../followup/table.ts';
import { Database } from './database/database.ts';
import { Outbox } from './outbox/outbox.ts';
import { outbox } from './outbox/table.ts';

const pollMilliseconds = 1000;

/**
 * Does what has fallen due: sequence steps first, since they owe messages, then the outbox. One pass at a time in this
 * process; other processes are kept apart by row locks.
 */
@Injectable()
export class Worker {
  private readonly name = randomUUID();
  private pass: Promise<void> | undefined;
  private again = false;
  private isStopping = false;
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly steps: StepWorker,
    private readonly outbox: Outbox,
    private readonly log: PinoLogger,
  ) {}

  start(): void {
    this.timer = setInterval(() => this.wake(), pollMilliseconds);
    this.timer.unref();
  }

  /** Begins nothing new: what is under way ends with the item it is at. */
  finishSoon(): void {
    clearInterval(this.timer);
    this.isStopping = true;
    this.outbox.finishSoon();
  }

  async stop(): Promise<void> {
    this.finishSoon();
    await this.pass?.catch(() => {});
  }

  /** Says that something may have fallen due; returns at once. */
  wake(): void {
    this.catchUp().catch((error: unknown) => this.log.error({ err: error }, 'worker pass failed'));
  }

  /** Resolves when nothing that was due at the call is left undone. */
  async catchUp(): Promise<void> {
    if (this.pass) {
      this.again = true;
      return this.pass;
    }
    this.pass = this.passes().finally(() => (this.pass = undefined));
    return this.pass;
  }

  /** When the next thing falls due, or null: the demo clock stops there on its way. */
  async nextDue(): Promise<Instant | null> {
    const [row] = await this.database.db
      .select({
        step: sql`(${this.steps.firstDue()})`.mapWith(runSteps.dueAt),
        message: sql`(${this.outbox.firstDue()})`.mapWith(outbox.dueAt),
      })
      .from(sql`(select 1) as once`);
    const due = [row?.step as Instant | null, row?.message as Instant | null].filter(
      (at) => at !== null && at !== undefined,
    );
    return due.sort(Temporal.Instant.compare)[0] ?? null;
  }

  /** Asks first, with one query, whether anything is due: most of the time nothing is. */
  private async passes(): Promise<void> {
    do {
      this.again = false;
      while (!this.isStopping) {
        const now = this.clock.now();
        const due = await this.nextDue();
        if (!due || Temporal.Instant.compare(due, now) > 0) break;
        const done = (await this.steps.doDue(now)) + (await this.outbox.sendDue(now, this.name));
        if (done === 0) break; // leased by another worker
      }
    } while (this.again && !this.isStopping);
  }
}
