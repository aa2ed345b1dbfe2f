import { Injectable } from '@nestjs/common';
import type { ClientId } from '@plumgate/core/basics';
import { and, asc, eq, inArray, lte, max, sql } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { PinoLogger } from '../../platform/logging.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { indexPeople } from '../../records/conditions/people-index-sql.ts';
import {
  peopleChanged,
  peopleIndex,
  peopleNumbers,
} from '../../records/people/people-index.table.ts';

/** So many changes are taken up in one transaction. */
const portion = 500;

/**
 * Keeps the index of people up to date. Whatever changes a record only notes whose it was, and the row is made anew when
 * somebody asks: a lead that arrives waits for nothing.
 */
@Injectable()
export class PeopleIndex {
  private readonly behind = new Set<ClientId>();

  constructor(
    private readonly database: Database,
    private readonly log: PinoLogger,
    housekeeping: Housekeeping,
  ) {
    housekeeping.register('index of people', (most) => this.takeUpOldest(most));
  }

  /**
   * Whether the index knows of everything that was stored before. Few changes are taken up at once; after an import or a
   * change of many it is behind for a while, and catches up by itself once somebody has asked.
   */
  async isUpToDate(clientId: ClientId): Promise<boolean> {
    const last = await this.lastChange(clientId);
    if (last === null || (await this.takeUp(clientId, last, portion)) < portion) return true;
    if (!this.behind.has(clientId)) {
      this.behind.add(clientId);
      this.catchUp(clientId)
        .catch((error: unknown) => this.log.error({ err: error, clientId }, 'people not indexed'))
        .finally(() => this.behind.delete(clientId));
    }
    return false;
  }

  /** Takes up all changes until now. */
  async catchUp(clientId: ClientId): Promise<void> {
    const last = await this.lastChange(clientId);
    if (last === null) return;
    while ((await this.takeUp(clientId, last, portion)) === portion);
    // Its lists are planned by what there is now.
    await this.database.db.execute(sql`analyze ${peopleIndex}, ${peopleNumbers}`);
  }

  private async lastChange(clientId: ClientId): Promise<number | null> {
    const [last] = await this.database.db
      .select({ id: max(peopleChanged.id) })
      .from(peopleChanged)
      .where(eq(peopleChanged.clientId, clientId));
    return last?.id ?? null;
  }

  /** Takes up changes that nobody has asked about; gives how many there were. */
  private async takeUpOldest(most: number): Promise<number> {
    const [oldest] = await this.database.db
      .select({ clientId: peopleChanged.clientId })
      .from(peopleChanged)
      .limit(1);
    return oldest ? this.takeUp(oldest.clientId, Number.MAX_SAFE_INTEGER, most) : 0;
  }

  private takeUp(clientId: ClientId, last: number, most: number): Promise<number> {
    return this.database.transaction(async (tx) => {
      // One after the other: of two who read the same records, the one that read first could write last.
      await tx.execute(
        sql`select pg_advisory_xact_lock(hashtextextended('people index ' || ${clientId}::text, 0))`,
      );
      const isOfClient = eq(peopleChanged.clientId, clientId);
      const first = tx
        .select({ id: peopleChanged.id })
        .from(peopleChanged)
        .where(and(isOfClient, lte(peopleChanged.id, last)))
        .orderBy(asc(peopleChanged.id))
        .limit(most);
      const taken = await tx
        .delete(peopleChanged)
        .where(and(isOfClient, inArray(peopleChanged.id, first)))
        .returning({ personId: peopleChanged.personId });
      const ids = new Set(taken.map(({ personId }) => personId));
      if (ids.size > 0) await indexPeople(tx, clientId, [...ids]);
      return taken.length;
    });
  }
}
