import { Injectable, type OnModuleInit } from '@nestjs/common';
import { lt } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { insertMany } from '../../platform/database/bulk.ts';
import { Database } from '../../platform/database/database.ts';
import { deleteSome } from '../../platform/database/delete-some.ts';
import { Gathering, type GatheredWrites } from '../../platform/database/gathered-writes.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { visitEvents } from '../../records/results/table.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { visited, type VisitEvent } from './visit-events.ts';

/** Thirteen months: a month can be compared with the same one a year before. */
const eventsLast = { hours: 24 * 397 };

/** Keeps what visitors do, one row for each time and nobody waiting for it. */
@Injectable()
export class EventLog implements OnModuleInit {
  private readonly writes: GatheredWrites<VisitEvent>;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly housekeeping: Housekeeping,
    private readonly causes: Causes,
    gathering: Gathering,
  ) {
    this.writes = gathering.of('events of visits', async (tx, events) => {
      const rows = events.map(({ variation, ...event }) => ({
        ...event,
        returning: event.returning ?? false,
        variationId: variation?.variationId,
      }));
      await tx.execute(insertMany(visitEvents, rows).getSQL());
      const effects = this.causes.begin();
      effects.raise(visited, events);
      await effects.write(tx);
    });
  }

  onModuleInit(): void {
    this.housekeeping.register('events of visits', (mostRows) => {
      const isOld = lt(visitEvents.at, this.clock.now().subtract(eventsLast));
      return deleteSome(this.database.db, visitEvents, isOld, mostRows);
    });
  }

  note(event: VisitEvent): void {
    this.writes.add(event);
  }
}
