import { randomBytes } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from './clock.ts';
import { toJson } from './database/columns.ts';
import { Database } from './database/database.ts';
import { Housekeeping } from './housekeeping.ts';
import { keepSetting, readSetting, secret } from './settings.ts';
import { settings } from './settings.table.ts';

interface SealKey {
  secret: string;
  /** From when it seals; it opens from the moment at which a process has read it. */
  from: string;
}

const name = 'sealing-keys';
const day = 24;
/**
 * A key a year. A new one is made two days before it seals, so that every process has read it by then (they do with each
 * housekeeping); an old one opens for five years, longer than any link in a message is of use.
 */
const [rotatesAfter, isReadWithin, forgottenAfter] = [365 * day, 2 * day, 5 * 365 * day];

/** The keys of seals, kept with the data so that all processes share them. They change by themselves. */
@Injectable()
export class SealKeys {
  private keys: SealKey[] = [];

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    housekeeping: Housekeeping,
  ) {
    housekeeping.register('seal keys', () => this.refresh());
  }

  /** Reads the keys and makes the next one when its time has come; gives 0, as a chore that leaves nothing undone. */
  async refresh(): Promise<number> {
    this.keys = (await readSetting<SealKey[]>(this.database.db, name)) ?? (await this.first());
    const last = this.keys.at(-1)!;
    const due = Temporal.Instant.from(last.from).add({ hours: rotatesAfter - isReadWithin });
    if (Temporal.Instant.compare(this.clock.now(), due) >= 0) await this.rotate();
    return 0;
  }

  /** The secret in use first, then those that still open. */
  secrets = (): readonly [string, ...string[]] => {
    const now = this.clock.now();
    const inUse = this.keys.findLastIndex(({ from }) => hoursSince(from, now) >= 0);
    const [current = this.keys[0]!] = inUse < 0 ? [] : [this.keys[inUse]!];
    const others = this.keys.filter((key) => key !== current).reverse();
    return [current.secret, ...others.map(({ secret }) => secret)];
  };

  /** What sealed everything before keys changed goes on opening what it sealed. */
  private async first(): Promise<SealKey[]> {
    const signing = await secret(this.database.db, 'signing-secret');
    const keys = [{ secret: signing, from: this.clock.now().toString() }];
    await keepSetting(this.database.db, name, keys);
    return keys;
  }

  private async rotate(): Promise<void> {
    const now = this.clock.now();
    const next: SealKey = {
      secret: randomBytes(32).toString('base64'),
      from: now.add({ hours: isReadWithin }).toString(),
    };
    const kept = this.keys.filter(({ from }) => hoursSince(from, now) < forgottenAfter);
    // Where another process was quicker, its key is taken instead.
    await this.database.db
      .update(settings)
      .set({ value: [...kept, next] })
      .where(and(eq(settings.name, name), sql`${settings.value} = ${toJson(this.keys)}::jsonb`));
    this.keys = (await readSetting<SealKey[]>(this.database.db, name))!;
  }
}

const hoursSince = (from: string, now: Temporal.Instant): number =>
  Temporal.Instant.from(from).until(now).total('hours');
