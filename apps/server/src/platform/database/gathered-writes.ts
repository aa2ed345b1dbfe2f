import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { setImmediate } from 'node:timers/promises';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { eq, inArray, lt } from 'drizzle-orm';
import { Clock } from '../clock.ts';
import { CONFIG, type Config } from '../config.ts';
import { Housekeeping } from '../housekeeping.ts';
import { PinoLogger } from '../logging.ts';
import { Database, type Queries } from './database.ts';
import { deleteSome } from './delete-some.ts';
import { GatheredJournal } from './gathered-journal.ts';
import { gatheredBatches } from './gathered.table.ts';
import { isolateFailures } from './isolate-failures.ts';

const flushMilliseconds = 1000;
/** Small portions: a visitor waits for one at most. */
const mostAtOnce = 100;
const mostWaiting = 50_000;
/** Of so many batches it stays known that they were written: another process may be reading the file of one just now. */
const mostFinished = 60;
/** Whoever finds a file after so long finds one that was never written. */
const batchesLast = { hours: 24 * 30 };

/** How items are written, and what lies in the file of one, as JSON takes it. */
export interface Gathered<Item, Plain = unknown> {
  writeBatch(tx: Queries, items: readonly Item[]): Promise<void>;
  toPlain(item: Item): Plain;
  fromPlain(plain: Plain): Item;
}

/** What gathers between two times of writing. */
interface Batch<Item> {
  id: string;
  items: Item[];
  /** How many of them are done with: written, or refused by the database. */
  done: number;
  /** It is being written, or was tried to be: nothing is added any more. */
  isTaken: boolean;
  file: ReturnType<GatheredJournal['begin']> | null;
  /** All of it lies in the file, too. */
  isInFile: boolean;
}

/**
 * Writes that nobody waits for: they gather and go to the database in batches, once a second. Meanwhile they lie in a file
 * too, by which the next start writes what a killed program had not; none is written twice. One that can't be written is
 * logged and keeps no other from it.
 */
export class GatheredWrites<Item> {
  private batches: Batch<Item>[] = [];
  private waiting = 0;
  private finished: string[] = [];
  private writing: Promise<void> = Promise.resolve();

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly log: PinoLogger,
    private readonly journal: GatheredJournal,
    /** What they are called in the log, such as `visits`. */
    private readonly name: string,
    private readonly gathered: Gathered<Item>,
  ) {}

  /** Writes what was gathered; what can't be written is logged, and keeps nothing else from being. */
  async tryFlush(): Promise<void> {
    await this.flush().catch((error: unknown) =>
      this.log.error({ err: error, waiting: this.waiting }, `${this.name} not written`),
    );
  }

  add(item: Item): void {
    if (this.waiting >= mostWaiting) return;
    const last = this.batches.at(-1);
    const batch = last && !last.isTaken ? last : this.begin();
    batch.items.push(item);
    this.waiting += 1;
    this.keep(batch, item);
  }

  /** Writes everything gathered so far. */
  flush(): Promise<void> {
    this.writing = this.writing.catch(() => {}).then(() => this.write());
    return this.writing;
  }

  /** Writes what a killed program left behind; a file that can't be read stays, and keeps no other from being. */
  async replay(): Promise<void> {
    for (const id of await this.journal.ids())
      await this.replayFile(id).catch((error: unknown) =>
        this.log.error({ err: error, batch: id }, `${this.name} of an earlier run not written`),
      );
  }

  private async replayFile(id: string): Promise<void> {
    const items = (await this.journal.read(id)).map((plain) => this.gathered.fromPlain(plain));
    await this.writeItems({ id, items, done: 0 });
    await this.journal.remove(id);
  }

  private begin(): Batch<Item> {
    const batch = {
      ...{ id: randomUUID(), items: [], done: 0, isTaken: false, file: null, isInFile: true },
    };
    this.batches.push(batch);
    return batch;
  }

  /** A disk that is full keeps nothing from being counted while the program lives. */
  private keep(batch: Batch<Item>, item: Item): void {
    if (!batch.isInFile) return;
    try {
      batch.file ??= this.journal.begin(batch.id);
      batch.file.append(this.gathered.toPlain(item));
    } catch (error) {
      batch.isInFile = false;
      this.log.error({ err: error }, `${this.name} are in memory alone`);
    }
  }

  private async write(): Promise<void> {
    // What comes in meanwhile waits for the next time: under load this would never end, and write one item at a time.
    for (const batch of [...this.batches]) {
      batch.isTaken = true;
      await this.writeItems(batch);
      this.batches.shift();
      this.waiting -= batch.items.length;
      await batch.file?.remove();
      // Only now: while there is a file, it has to be known how much of it was written.
      this.finished.push(batch.id);
    }
  }

  private async writeItems(batch: Pick<Batch<Item>, 'id' | 'items' | 'done'>): Promise<void> {
    while (batch.done < batch.items.length) {
      await isolateFailures(
        batch.items.slice(batch.done, batch.done + mostAtOnce),
        (items) => this.writeSome(batch, items),
        (_item, error) => {
          batch.done += 1;
          this.log.error({ err: error }, `one of the ${this.name} not written`);
        },
      );
      // The built-in database works in this thread: requests get their turn between two portions.
      await setImmediate();
    }
  }

  /** The next items of a batch, unless somebody has written them. */
  private async writeSome(
    batch: Pick<Batch<Item>, 'id' | 'done'>,
    items: readonly Item[],
  ): Promise<void> {
    const over = this.finished.slice(0, -mostFinished);
    const to = batch.done + items.length;
    await this.database.transaction(async (tx) => {
      if (over.length > 0)
        await tx.delete(gatheredBatches).where(inArray(gatheredBatches.id, over));
      const written = await this.written(tx, batch.id, to);
      const left = items.slice(Math.max(0, written - batch.done));
      if (left.length > 0) await this.gathered.writeBatch(tx, left);
    });
    this.finished = this.finished.filter((id) => !over.includes(id));
    batch.done = to;
  }

  /** How many items of a batch had been written before; from now on they are written up to `to`. */
  private async written(tx: Queries, id: string, to: number): Promise<number> {
    const at = this.clock.now();
    const begun = await tx
      .insert(gatheredBatches)
      .values({ id, written: to, at })
      .onConflictDoNothing()
      .returning();
    if (begun.length > 0) return 0;
    const isIt = eq(gatheredBatches.id, id);
    const [before] = await tx.select().from(gatheredBatches).where(isIt).for('update');
    const written = before?.written ?? 0;
    if (written < to) await tx.update(gatheredBatches).set({ written: to }).where(isIt);
    return written;
  }
}

/** Where domains gather writes that nobody waits for: all of them are written once a second, and when the program stops. */
@Injectable()
export class Gathering implements OnModuleInit {
  private readonly all: Pick<GatheredWrites<unknown>, 'flush' | 'tryFlush' | 'replay'>[] = [];
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly housekeeping: Housekeeping,
    private readonly log: PinoLogger,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  onModuleInit(): void {
    this.housekeeping.register('batches of gathered writes', (mostRows) => {
      const isOld = lt(gatheredBatches.at, this.clock.now().subtract(batchesLast));
      return deleteSome(this.database.db, gatheredBatches, isOld, mostRows);
    });
  }

  /** Another kind of write; `name` is what they are called in the log and their folder, such as `visits`. */
  of<Item, Plain>(name: string, gathered: Gathered<Item, Plain>): GatheredWrites<Item> {
    const journal = new GatheredJournal(join(this.config.dataFolder, 'gathered', name));
    const writes = new GatheredWrites(this.database, this.clock, this.log, journal, name, gathered);
    this.all.push(writes);
    return writes;
  }

  /** Writes what an earlier run of the program left behind, and from then on once a second. */
  async start(): Promise<void> {
    for (const writes of this.all) await writes.replay();
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
