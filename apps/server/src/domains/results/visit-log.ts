import { Injectable, type OnModuleInit } from '@nestjs/common';
import { localDay } from '@plumgate/core/basics';
import { lt } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { insertMany } from '../../platform/database/bulk.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { deleteSome } from '../../platform/database/delete-some.ts';
import { Gathering, type GatheredWrites } from '../../platform/database/gathered-writes.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { pageVisitors, sectionVisitors, visitEvents } from '../../records/results/table.ts';
import { splitTestVisitors } from '../../records/split-tests/table.ts';
import { cookieLife } from './cookie-life.ts';
import { countSections } from './count-sections.ts';
import { countVisits } from './count-visits.ts';
import { visited, type VisitEvent } from './visit-events.ts';
import { dropMonths, makeMonths } from './visit-months.ts';

/** Thirteen months: a month can be compared with the same one a year before. */
const eventsLast = { hours: 24 * 397 };
/** A month's table is there before its first visitor. */
const madeAhead = { hours: 24 * 7 };

/**
 * Keeps what visitors do, nobody waiting for it: each view, press or section one by one, and with them, in the same
 * transaction, the roll-ups that are counted from them.
 */
@Injectable()
export class VisitLog implements OnModuleInit {
  private readonly writes: GatheredWrites<VisitEvent>;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly housekeeping: Housekeeping,
    private readonly causes: Causes,
    gathering: Gathering,
  ) {
    this.writes = gathering.of('visits', {
      writeBatch: (tx, events) => this.writeBatch(tx, events),
      // As a number: the text of a moment takes longer than all the rest of it.
      toPlain: (event: VisitEvent) => ({ ...event, at: event.at.epochMilliseconds }),
      fromPlain: (plain) => ({ ...plain, at: Temporal.Instant.fromEpochMilliseconds(plain.at) }),
    });
  }

  onModuleInit(): void {
    this.housekeeping.register('months of visits', async () => {
      const now = this.clock.now();
      await this.database.transaction(async (tx) => {
        await makeMonths(tx, [now.add(madeAhead)]);
        await dropMonths(tx, now.subtract(eventsLast));
      });
      return 0;
    });
    const firstDay = () => localDay(this.clock.now().subtract(cookieLife), 'UTC');
    this.housekeeping.register('visitors', (mostRows) =>
      deleteSome(this.database.db, pageVisitors, lt(pageVisitors.day, firstDay()), mostRows),
    );
    this.housekeeping.register('section visitors', (mostRows) =>
      deleteSome(this.database.db, sectionVisitors, lt(sectionVisitors.day, firstDay()), mostRows),
    );
    // What a test counted is kept with it when it ends.
    this.housekeeping.register('visitors of split tests', (mostRows) => {
      const isOld = lt(splitTestVisitors.at, this.clock.now().subtract(cookieLife));
      return deleteSome(this.database.db, splitTestVisitors, isOld, mostRows);
    });
  }

  /** Notes something that a visitor did; a view of a page and of a section is counted by it. */
  note(event: VisitEvent): void {
    this.writes.add(event);
  }

  private async writeBatch(tx: Queries, events: readonly VisitEvent[]): Promise<void> {
    await makeMonths(
      tx,
      events.map(({ at }) => at),
    );
    const rows = events.map(({ variation, zone: _zone, ...event }) => ({
      ...event,
      returning: event.returning ?? false,
      variationId: variation?.variationId,
    }));
    await tx.execute(insertMany(visitEvents, rows).getSQL());
    await countVisits(
      tx,
      events.filter(({ kind }) => kind === 'view'),
    );
    await countSections(
      tx,
      events.filter(({ kind }) => kind === 'section'),
    );
    const effects = this.causes.begin();
    effects.raise(visited, events);
    await effects.write(tx);
  }
}
