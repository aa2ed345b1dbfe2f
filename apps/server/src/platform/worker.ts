import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Instant } from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';
import { PinoLogger } from './logging.ts';
import { Clock } from './clock.ts';
import { sql, type SQL, type SQLWrapper } from 'drizzle-orm';
import { Database } from './database/database.ts';

const pollMilliseconds = 1000;

/**
 * After a turn that did fewer, it is asked whether more is due before another is tried: asking costs a tenth of a turn
 * that finds nothing. After one that did more, there likely is, and asking would step over all that was just done.
 */
const many = 20;

/** A kind of work that falls due at moments which the database knows. Lanes don't wait for each other. */
export interface Lane {
  name: string;
  /** The query for the moment at which the next of it falls due. */
  firstDue: () => SQLWrapper;
  /** Does some of what is due, and gives how much; 0 when there was nothing or others have it in hand. */
  doDue: (now: Instant, worker: string) => Promise<number>;
  /** Begins nothing more. */
  finishSoon?: () => void;
}

interface Running {
  lane: Lane;
  /** The pass that is under way, with how much it has done. */
  pass: Promise<number> | undefined;
  again: boolean;
}

/**
 * Does what has fallen due, each lane by itself: a mail server that is slow keeps no sequence step waiting. One pass of a
 * lane at a time in this process; other processes are kept apart by row locks. It knows that there are lanes, not what
 * they carry: domains register theirs.
 */
@Injectable()
export class Worker {
  private readonly name = randomUUID();
  private readonly lanes: Running[] = [];
  private isStopping = false;
  private dueQuery: ReturnType<Worker['prepareDueQuery']> | undefined;
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly log: PinoLogger,
  ) {}

  register(lane: Lane): void {
    this.lanes.push({ lane, pass: undefined, again: false });
  }

  start(): void {
    this.timer = setInterval(() => this.wake(), pollMilliseconds);
    this.timer.unref();
  }

  /** Begins nothing new: what is under way ends with the item it is at. */
  finishSoon(): void {
    clearInterval(this.timer);
    this.isStopping = true;
    for (const { lane } of this.lanes) lane.finishSoon?.();
  }

  async stop(): Promise<void> {
    this.finishSoon();
    await Promise.allSettled(this.lanes.flatMap(({ pass }) => pass ?? []));
  }

  /** Says that something may have fallen due; returns at once. */
  wake(): void {
    this.begin().catch((error: unknown) => this.log.error({ err: error }, 'worker pass failed'));
  }

  /**
   * Resolves when nothing that was due at the call is left undone, in any lane (a step may queue a message), with the moment
   * at which the next thing falls due, or null: the demo clock stops there on its way.
   */
  async catchUp(): Promise<Instant | null> {
    for (;;) {
      // What is done meanwhile may queue something that the look at what is due came too early for.
      const underWay = this.lanes.flatMap(({ pass }) => pass ?? []);
      const { passes, due } = await this.begin();
      const done = await Promise.all([...underWay, ...passes]);
      if (done.every((count) => count === 0)) return due.sort(Temporal.Instant.compare)[0] ?? null;
    }
  }

  /** Begins a pass in every lane in which something is due; gives these and those that are under way. */
  private async begin(): Promise<{ passes: Promise<number>[]; due: Instant[] }> {
    if (this.isStopping) return { passes: [], due: [] };
    const now = this.clock.now();
    const due = await this.firstDue();
    const passes = this.lanes.flatMap((running, index) => {
      const at = due[index];
      const isDue = at && Temporal.Instant.compare(at, now) <= 0;
      return isDue ? this.run(running) : (running.pass ?? []);
    });
    return { passes, due: due.filter((at) => at !== null) };
  }

  private run(running: Running): Promise<number> {
    if (running.pass) {
      running.again = true;
      return running.pass;
    }
    running.pass = this.pass(running).finally(() => (running.pass = undefined));
    // Anyone who waits gets the failure; a pass for which nobody waits writes it to the log.
    running.pass.catch((error: unknown) =>
      this.log.error({ err: error, lane: running.lane.name }, 'lane failed'),
    );
    return running.pass;
  }

  private async pass(running: Running): Promise<number> {
    let total = 0;
    do {
      running.again = false;
      let done: number;
      do {
        done = await running.lane.doDue(this.clock.now(), this.name);
        total += done;
      } while (done > 0 && !this.isStopping && (done >= many || (await this.isDue(running))));
    } while (running.again && !this.isStopping);
    return total;
  }

  private async isDue(running: Running): Promise<boolean> {
    const at = (await this.firstDue())[this.lanes.indexOf(running)];
    return at != null && Temporal.Instant.compare(at, this.clock.now()) <= 0;
  }

  private async firstDue(): Promise<(Instant | null)[]> {
    if (this.lanes.length === 0) return [];
    this.dueQuery ??= this.prepareDueQuery();
    const [row] = await this.dueQuery.execute();
    return this.lanes.map((_lane, index) => row?.[String(index)] ?? null);
  }

  /**
   * One query for all lanes: most of the time nothing is due. Prepared, and without parameters, so that the database
   * plans it once; planning it each time took three quarters of its 3.5 ms.
   */
  private prepareDueQuery(): { execute: () => Promise<Record<string, Instant | null>[]> } {
    const columns = Object.fromEntries(
      this.lanes.map(({ lane }, index) => [
        String(index),
        sql`${sql`(${lane.firstDue()})`.inlineParams()}`.mapWith(
          Temporal.Instant.from,
        ) as SQL<Instant | null>,
      ]),
    );
    return this.database.db
      .select(columns)
      .from(sql`(select 1) as once`)
      .prepare('first_due');
  }
}
