import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Instant } from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';
import { PinoLogger } from './logging.ts';
import { Clock } from './clock.ts';
import { sql, type SQLWrapper } from 'drizzle-orm';
import { Database } from './database/database.ts';

const pollMilliseconds = 1000;

/** A kind of work that falls due at moments which the database knows. */
export interface Lane {
  /** The lowest is done first: steps owe messages. */
  order: number;
  /** The query for the moment at which the next of it falls due. */
  firstDue: () => SQLWrapper;
  /** Does some of what is due, and gives how much; 0 when there was nothing or others have it in hand. */
  doDue: (now: Instant, worker: string) => Promise<number>;
  /** Begins nothing more. */
  finishSoon?: () => void;
}

/**
 * Does what has fallen due, lane by lane. One pass at a time in this process; other processes are kept apart by row
 * locks. It knows that there are lanes, not what they carry: domains register theirs.
 */
@Injectable()
export class Worker {
  private readonly name = randomUUID();
  private pass: Promise<void> | undefined;
  private again = false;
  private isStopping = false;
  private timer: NodeJS.Timeout | undefined;
  private lanes: Lane[] = [];

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly log: PinoLogger,
  ) {}

  register(lane: Lane): void {
    this.lanes = [...this.lanes, lane].sort((a, b) => a.order - b.order);
  }

  start(): void {
    this.timer = setInterval(() => this.wake(), pollMilliseconds);
    this.timer.unref();
  }

  /** Begins nothing new: what is under way ends with the item it is at. */
  finishSoon(): void {
    clearInterval(this.timer);
    this.isStopping = true;
    for (const lane of this.lanes) lane.finishSoon?.();
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
    if (this.lanes.length === 0) return null;
    const first = sql.join(
      this.lanes.map((lane) => sql`(${lane.firstDue()})`),
      sql`, `,
    );
    const [row] = await this.database.db
      .select({ at: sql`least(${first})`.mapWith(Temporal.Instant.from) })
      .from(sql`(select 1) as once`);
    return row?.at ?? null;
  }

  /** Asks first, with one query, whether anything is due: most of the time nothing is. */
  private async passes(): Promise<void> {
    do {
      this.again = false;
      while (!this.isStopping) {
        const now = this.clock.now();
        const due = await this.nextDue();
        if (!due || Temporal.Instant.compare(due, now) > 0) break;
        let done = 0;
        for (const lane of this.lanes) done += await lane.doDue(now, this.name);
        if (done === 0) break; // leased by another worker
      }
    } while (this.again && !this.isStopping);
  }
}
