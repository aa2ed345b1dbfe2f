import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Instant } from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';
import { PinoLogger } from './logging.ts';
import { Clock } from './clock.ts';
import { RunService } from '../followup/run.service.ts';
import { Outbox } from './outbox/outbox.ts';

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
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly clock: Clock,
    private readonly runs: RunService,
    private readonly outbox: Outbox,
    private readonly log: PinoLogger,
  ) {}

  start(): void {
    this.timer = setInterval(() => this.wake(), pollMilliseconds);
    this.timer.unref();
  }

  async stop(): Promise<void> {
    clearInterval(this.timer);
    await this.pass?.catch(() => {});
  }

  /** Says that something may have fallen due; returns at once. */
  wake(): void {
    void this.catchUp().catch((error: unknown) =>
      this.log.error({ err: error }, 'worker pass failed'),
    );
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
    const due = [await this.runs.nextDue(), await this.outbox.nextDue()].filter(
      (at) => at !== null,
    );
    return due.sort(Temporal.Instant.compare)[0] ?? null;
  }

  private async passes(): Promise<void> {
    do {
      this.again = false;
      while ((await this.runs.doDue(this.clock.now())) > 0);
      while ((await this.outbox.sendDue(this.clock.now(), this.name)) > 0);
    } while (this.again);
  }
}
