import { Injectable } from '@nestjs/common';
import { PinoLogger } from '../logging.ts';
import { Database, type Queries } from './database.ts';
import { isolateFailures } from './isolate-failures.ts';

const flushMilliseconds = 1000;
const mostAtOnce = 5000;

/**
 * Writes that nobody waits for: they gather in memory and go to the database in batches, once a second. A crash loses at
 * most the last second of them; one that can't be written is logged and keeps no other from it.
 */
export class GatheredWrites<Item> {
  private waiting: Item[] = [];
  private writing: Promise<void> = Promise.resolve();

  constructor(
    private readonly database: Database,
    private readonly log: PinoLogger,
    /** What they are called in the log, such as `visits`. */
    private readonly name: string,
    private readonly writeBatch: (tx: Queries, items: readonly Item[]) => Promise<void>,
  ) {}

  /** Writes what was gathered; what can't be written is logged, and keeps nothing else from being. */
  async tryFlush(): Promise<void> {
    await this.flush().catch((error: unknown) =>
      this.log.error({ err: error, waiting: this.waiting.length }, `${this.name} not written`),
    );
  }

  add(item: Item): void {
    if (this.waiting.length < mostAtOnce * 10) this.waiting.push(item);
  }

  /** Writes everything gathered so far. */
  flush(): Promise<void> {
    this.writing = this.writing.catch(() => {}).then(() => this.write());
    return this.writing;
  }

  private async write(): Promise<void> {
    // What comes in meanwhile waits for the next time: under load this would never end, and write one item at a time.
    for (let left = this.waiting.length; left > 0; left -= mostAtOnce) {
      const batch = this.waiting.slice(0, Math.min(left, mostAtOnce));
      await isolateFailures(
        batch,
        (items) => this.database.transaction((tx) => this.writeBatch(tx, items)),
        (_item, error) => this.log.error({ err: error }, `one of the ${this.name} not written`),
      );
      this.waiting = this.waiting.slice(batch.length);
    }
  }
}

/** Where domains gather writes that nobody waits for: all of them are written once a second, and when the program stops. */
@Injectable()
export class Gathering {
  private readonly all: Pick<GatheredWrites<unknown>, 'flush' | 'tryFlush'>[] = [];
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly database: Database,
    private readonly log: PinoLogger,
  ) {}

  /** Another kind of write; `name` is what they are called in the log, such as `visits`. */
  of<Item>(
    name: string,
    writeBatch: (tx: Queries, items: readonly Item[]) => Promise<void>,
  ): GatheredWrites<Item> {
    const writes = new GatheredWrites(this.database, this.log, name, writeBatch);
    this.all.push(writes);
    return writes;
  }

  start(): void {
    this.timer = setInterval(() => {
      // What went wrong is in the log.
      for (const writes of this.all) writes.tryFlush().catch(() => {});
    }, flushMilliseconds);
    this.timer.unref();
  }

  async stop(): Promise<void> {
    clearInterval(this.timer);
    await Promise.all(this.all.map((writes) => writes.tryFlush()));
  }

  /** Writes everything gathered so far. */
  async flush(): Promise<void> {
    await Promise.all(this.all.map((writes) => writes.flush()));
  }
}
