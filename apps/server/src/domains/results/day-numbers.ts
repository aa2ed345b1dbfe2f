import { createHmac, randomBytes } from 'node:crypto';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { localDay, type ClientId } from '@plumgate/core/basics';
import { eq, lt } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { deleteSome } from '../../platform/database/delete-some.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { dailySalts } from '../../records/tags/table.ts';

/** After its day a salt is of no use to anybody; zones differ by a day at most. */
const keptFor = { hours: 48 };
/** A few days at once in the world's zones. */
const mostRemembered = 8;

/**
 * Numbers for browsers that are given no cookie: the same all day for one client, and another one tomorrow. They are made of
 * the address and the name of the browser, with a salt that is thrown away, so that neither can be told from them.
 */
@Injectable()
export class DayNumbers implements OnModuleInit {
  private readonly salts = new Map<string, Promise<string>>();

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly housekeeping: Housekeeping,
  ) {}

  onModuleInit(): void {
    this.housekeeping.register('salts of days', (mostRows) => {
      const firstDay = localDay(this.clock.now().subtract(keptFor), 'UTC');
      return deleteSome(this.database.db, dailySalts, lt(dailySalts.day, firstDay), mostRows);
    });
  }

  /** The number of a browser on the client's day: 22 letters, as in the cookie. */
  async of(
    { clientId, zone }: { clientId: ClientId; zone: string },
    { address, agent }: { address: string; agent: string },
  ): Promise<string> {
    const salt = await this.saltOf(localDay(this.clock.now(), zone));
    const mixed = createHmac('sha256', salt).update(`${clientId}\n${address}\n${agent}`).digest();
    return mixed.subarray(0, 16).toString('base64url');
  }

  /** All processes mix in the same: the first to need it makes it. */
  private saltOf(day: string): Promise<string> {
    const known = this.salts.get(day);
    if (known) return known;
    if (this.salts.size >= mostRemembered) this.salts.clear();
    const made = this.makeSalt(day);
    this.salts.set(day, made);
    made.catch(() => this.salts.delete(day));
    return made;
  }

  private async makeSalt(day: string): Promise<string> {
    const { db } = this.database;
    const salt = randomBytes(32).toString('base64');
    await db.insert(dailySalts).values({ day, salt }).onConflictDoNothing();
    const [row] = await db.select().from(dailySalts).where(eq(dailySalts.day, day));
    return row!.salt;
  }
}
