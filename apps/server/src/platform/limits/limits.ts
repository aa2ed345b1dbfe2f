import { createHash } from 'node:crypto';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { lte, sql } from 'drizzle-orm';
import ipaddr from 'ipaddr.js';
import { Clock } from '../clock.ts';
import { isAnyKey } from '../database/bulk.ts';
import { deleteSome } from '../database/delete-some.ts';
import { Database } from '../database/database.ts';
import { Housekeeping } from '../housekeeping.ts';
import { limitCounts } from './limits.table.ts';

/** At most `max` tries under a key in each stretch of `seconds`. */
export interface Limit {
  key: string;
  max: number;
  seconds: number;
}

/** Counts tries in the database, so that several processes keep one limit between them. */
@Injectable()
export class Limits implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly housekeeping: Housekeeping,
  ) {}

  onModuleInit(): void {
    this.housekeeping.register('limits', (mostRows) => {
      const isOver = lte(limitCounts.endsAt, this.clock.now());
      return deleteSome(this.database.db, limitCounts, isOver, mostRows);
    });
  }

  /**
   * Counts one try under each limit and gives the first that is exceeded, or null. Counting and asking are one
   * statement, so that tries at the same moment are each counted. A stretch begins with its first try.
   */
  async exceeded(limits: readonly Limit[]): Promise<Limit | null> {
    const now = this.clock.now();
    const rows = limits
      .map((limit) => ({
        key: digest(limit.key),
        count: 1,
        endsAt: now.add({ seconds: limit.seconds }),
      }))
      // One order for all, so that two statements never wait for each other in a ring.
      .sort((a, b) => (a.key < b.key ? -1 : 1));
    const isOver = sql`${limitCounts.endsAt} <= ${now.toString()}::timestamptz`;
    const counted = await this.database.db
      .insert(limitCounts)
      .values(rows)
      .onConflictDoUpdate({
        target: limitCounts.key,
        set: {
          count: sql`case when ${isOver} then 1 else least(${limitCounts.count} + 1, 1000000) end`,
          endsAt: sql`case when ${isOver} then excluded.ends_at else ${limitCounts.endsAt} end`,
        },
      })
      .returning({ key: limitCounts.key, count: limitCounts.count });
    const counts = new Map(counted.map(({ key, count }) => [key, count]));
    return limits.find((limit) => counts.get(digest(limit.key))! > limit.max) ?? null;
  }

  /** Takes one try back, under each key: it was a good one. */
  async giveBack(limits: readonly Limit[]): Promise<void> {
    const keys = limits.map(({ key }) => digest(key));
    await this.database.db
      .update(limitCounts)
      .set({ count: sql`greatest(${limitCounts.count} - 1, 0)` })
      .where(isAnyKey(limitCounts.key, keys));
  }
}

const digest = (key: string) => createHash('sha256').update(key).digest('base64url');

/**
 * What a limit knows an address by: an IPv4 address itself, of an IPv6 one the network (its first 64 bits), since every
 * household and every server has billions of addresses within theirs.
 */
export function networkOf(address: string): string {
  if (!ipaddr.isValid(address)) return 'unknown';
  const parsed = ipaddr.process(address);
  return parsed.kind() === 'ipv4'
    ? parsed.toString()
    : (parsed as ipaddr.IPv6).parts.slice(0, 4).join(':');
}
