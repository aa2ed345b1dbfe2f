import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { BinEntry, BinKind, Loss, RemovalView } from '@plumgate/contract';
import type { BinId, ClientId, Instant } from '@plumgate/core/basics';
import { and, asc, desc, eq, isNull, lte, or } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { sqlState, uniqueViolation } from '../../platform/database/sql-state.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { PinoLogger } from '../../platform/logging.ts';
import { Worker } from '../../platform/worker.ts';
import { Causes, type Consequences } from '../causes/consequences.ts';
import { removed } from './bin-events.ts';
import { Erasures } from './erasures.ts';
import { bin } from './table.ts';

/** How long something can be restored. */
export const daysInBin = 30;
const mostShown = 500;

/** How one kind of thing is deleted and comes back; each method works in the transaction it is given. */
export interface Removable {
  /** @throws AppProblem when there is no such thing, or it can't be deleted as it is */
  remove(
    tx: Queries,
    id: string,
    at: Instant,
  ): Promise<{ clientId: ClientId | null; name: string }>;
  /**
   * Gives a sentence when it can't be quite as it was.
   *
   * @throws AppProblem when something else has taken its place
   */
  restore(tx: Queries, id: string, removedAt: Instant): Promise<string | null>;
  /** Deletes it for good. What others' history needs of it may stay, hidden. `because` is a clause: "deleted by Oriel". */
  erase(tx: Queries, id: string, because: string): Promise<void>;
  /** Its name, whose it is, and whether visitors can see it now; null when there is no such thing. */
  look(
    db: Queries,
    id: string,
  ): Promise<{ name: string; clientId: ClientId | null; isLive: boolean } | null>;
}

/** Finds some of what deleting a thing would mean. */
export type LossFinder = (db: Queries, id: string, clientId: ClientId) => Promise<Loss[]>;

/**
 * The one way to delete something: for 30 days it is in the bin and can be restored, then it goes for good. Each kind is
 * registered by its domain, and any domain may say what its own would lose.
 */
@Injectable()
export class Bin implements OnModuleInit {
  private readonly kinds = new Map<BinKind, Removable>();
  private readonly finders = new Map<BinKind, LossFinder[]>();

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly causes: Causes,
    private readonly erasures: Erasures,
    private readonly housekeeping: Housekeeping,
    private readonly worker: Worker,
    private readonly log: PinoLogger,
  ) {}

  onModuleInit(): void {
    this.housekeeping.register('bin', (mostRows) => this.eraseOld(mostRows));
  }

  register(kind: BinKind, removable: Removable): void {
    this.kinds.set(kind, removable);
  }

  addLosses(kind: BinKind, find: LossFinder): void {
    this.finders.set(kind, [...(this.finders.get(kind) ?? []), find]);
  }

  /** What deleting a thing would mean. */
  async preview(clientId: ClientId, kind: BinKind, id: string): Promise<RemovalView> {
    const { db } = this.database;
    const found = await this.kinds.get(kind)!.look(db, id);
    if (!found || (found.clientId ?? clientId) !== clientId) throw notFound();
    const losses: Loss[] = [];
    for (const find of this.finders.get(kind) ?? []) losses.push(...(await find(db, id, clientId)));
    const { name, isLive } = found;
    return { name, isLive, losses: losses.filter(({ count }) => count > 0) };
  }

  /** Moves something to the bin, and tells the domains above. */
  async remove(kind: BinKind, subjectId: string, by: { name: string }): Promise<BinId> {
    const id = await this.database.transaction(async (tx) => {
      const effects = this.causes.begin();
      const id = await this.removeIn(tx, effects, kind, subjectId, by);
      await effects.write(tx);
      return id;
    });
    this.worker.wake();
    return id;
  }

  /** The same in a transaction of more than this. */
  async removeIn(
    tx: Queries,
    effects: Consequences,
    kind: BinKind,
    subjectId: string,
    by: { name: string },
  ): Promise<BinId> {
    const id = this.ids.next<BinId>();
    const removedAt = this.clock.now();
    const { clientId, name } = await this.kinds.get(kind)!.remove(tx, subjectId, removedAt);
    await tx
      .insert(bin)
      .values({ id, kind, subjectId, clientId, name, removedAt, removedBy: by.name });
    effects.raise(removed, { kind, id: subjectId, clientId, at: removedAt });
    return id;
  }

  /** What a client has in the bin, and the agency, the newest first. */
  async list(clientId: ClientId): Promise<BinEntry[]> {
    const rows = await this.database.db
      .select()
      .from(bin)
      .where(ofClient(clientId))
      .orderBy(desc(bin.removedAt), asc(bin.id))
      .limit(mostShown);
    return rows.map(({ id, kind, name, removedAt, removedBy }) => ({
      id,
      kind,
      name,
      removedBy,
      removedAt: removedAt.toString(),
      goneAt: removedAt.add(inBin).toString(),
    }));
  }

  async restore(clientId: ClientId, id: BinId): Promise<string | null> {
    return this.restoreWhere(and(eq(bin.id, id), ofClient(clientId)));
  }

  /** Restores a thing by its own id. */
  async restoreSubject(kind: BinKind, id: string): Promise<string | null> {
    return this.restoreWhere(and(eq(bin.kind, kind), eq(bin.subjectId, id)));
  }

  /** The same in a transaction of more than this; what is in no bin any more stays as it is. */
  async restoreSubjectIn(tx: Queries, kind: BinKind, id: string): Promise<void> {
    const which = and(eq(bin.kind, kind), eq(bin.subjectId, id));
    if ((await tx.$count(bin, which)) > 0) await this.restoreIn(tx, which);
  }

  private async restoreWhere(which: ReturnType<typeof and>): Promise<string | null> {
    try {
      return await this.database.transaction((tx) => this.restoreIn(tx, which));
    } catch (error) {
      if (sqlState(error) === uniqueViolation) throw new AppProblem('place-taken');
      throw error;
    }
  }

  private async restoreIn(tx: Queries, which: ReturnType<typeof and>): Promise<string | null> {
    const [row] = await tx.delete(bin).where(which).returning();
    if (!row) throw notFound();
    return this.kinds.get(row.kind)!.restore(tx, row.subjectId, row.removedAt);
  }

  /** Deletes something in the bin for good. */
  async erase(clientId: ClientId, id: BinId): Promise<void> {
    if ((await this.eraseWhere(and(eq(bin.id, id), ofClient(clientId)))) === 0) throw notFound();
  }

  /** Deletes a thing that is in no bin for good, at once. */
  async eraseNow(kind: BinKind, id: string, because: string): Promise<void> {
    await this.database.transaction(async (tx) => {
      await this.kinds.get(kind)!.erase(tx, id, because);
      await this.erasures.note(kind, id);
    });
  }

  private async eraseOld(mostRows: number): Promise<number> {
    const old = this.clock.now().subtract(inBin);
    const rows = await this.database.db
      .select({ id: bin.id })
      .from(bin)
      .where(lte(bin.removedAt, old))
      .orderBy(asc(bin.removedAt))
      .limit(mostRows);
    let erased = 0;
    for (const { id } of rows) {
      try {
        erased += await this.eraseWhere(eq(bin.id, id));
      } catch (error) {
        // One that can't go must not keep the others; it is tried again with the next tidying.
        this.log.error({ err: error, bin: id }, 'not erased from the bin');
      }
    }
    return erased;
  }

  private async eraseWhere(which: ReturnType<typeof and>): Promise<number> {
    return this.database.transaction(async (tx) => {
      const [row] = await tx.delete(bin).where(which).returning();
      if (!row) return 0;
      const because = row.removedBy ? `deleted by ${row.removedBy}` : 'deleted';
      await this.kinds.get(row.kind)!.erase(tx, row.subjectId, because);
      // Last of all, and before it is certain: whatever was to be erased may be erased again, but never forgotten.
      await this.erasures.note(row.kind, row.subjectId);
      return 1;
    });
  }

  /** Erases again what was erased before an older copy of the database was put back. */
  async replayErasures(): Promise<void> {
    const all = await this.erasures.all();
    if (all.length === 0) return;
    await this.database.transaction(async (tx) => {
      for (const { kind, id } of all) {
        await tx.delete(bin).where(and(eq(bin.kind, kind), eq(bin.subjectId, id)));
        await this.kinds.get(kind)?.erase(tx, id, 'erased before, and back with an older copy');
      }
    });
  }
}

/** PostgreSQL's unique_violation. */

const inBin = Temporal.Duration.from({ hours: daysInBin * 24 });

const ofClient = (id: ClientId) => or(eq(bin.clientId, id), isNull(bin.clientId));
