import { randomBytes } from 'node:crypto';
import type { Instant } from '@plumgate/core/basics';
import { CompactEncrypt, compactDecrypt } from 'jose';
import { and, eq } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from './clock.ts';
import { toJson } from './database/columns.ts';
import { Database } from './database/database.ts';
import { readSetting } from './settings.ts';
import { settings } from './settings.table.ts';
import { sql } from 'drizzle-orm';

interface Key {
  id: string;
  /** 256 bits, base64url. */
  secret: string;
  madeAt: string;
}

const hour = 3_600_000;
/** A new key each week; an old one opens what it closed for two days more, longer than any cookie of ours lives. */
const [rotatesAfter, forgottenAfter] = [7 * 24 * hour, 9 * 24 * hour];
/** An unknown key may be another process's new one; anybody can send unknown keys, so the database is asked this rarely. */
const reloadMilliseconds = 5_000;

/**
 * Encrypts short texts that a browser keeps for us and must not read, under keys that change by themselves (JWE with
 * A256GCM, RFC 7516 and 7518). The keys are kept with the data, so that all processes share them.
 */
export class KeyRing {
  private keys: Key[] = [];
  private loadedAt = Number.NEGATIVE_INFINITY;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly name: string,
  ) {}

  /** `purpose` keeps one kind of encrypted text from being used as another. */
  async encrypt(purpose: string, text: string): Promise<string> {
    const key = await this.current();
    return new CompactEncrypt(Buffer.from(text))
      .setProtectedHeader({ alg: 'dir', enc: 'A256GCM', kid: key.id, typ: purpose })
      .encrypt(Buffer.from(key.secret, 'base64url'));
  }

  /** The text; null for what was changed, closed for another purpose, or under a key that is forgotten. */
  async decrypt(purpose: string, encrypted: string | undefined): Promise<string | null> {
    if (!encrypted) return null;
    try {
      const { plaintext, protectedHeader } = await compactDecrypt(
        encrypted,
        async ({ kid }) => Buffer.from((await this.find(kid))?.secret ?? '', 'base64url'),
        { keyManagementAlgorithms: ['dir'], contentEncryptionAlgorithms: ['A256GCM'] },
      );
      return protectedHeader.typ === purpose ? Buffer.from(plaintext).toString() : null;
    } catch (error) {
      // The library's own refusals have codes; a database that can't be reached is no reason to call a cookie bad.
      if ((error as { code?: string }).code?.startsWith('ERR_J') || error instanceof TypeError)
        return null;
      throw error;
    }
  }

  private async current(): Promise<Key> {
    const now = this.clock.now();
    const newest = this.keys.at(-1);
    if (newest && ageOf(newest, now) < rotatesAfter) return newest;
    for (;;) {
      const stored = await this.load();
      const last = stored.at(-1);
      if (last && ageOf(last, now) < rotatesAfter) return last;
      const made = {
        id: randomBytes(6).toString('base64url'),
        secret: randomBytes(32).toString('base64url'),
        madeAt: now.toString(),
      };
      const kept = stored.filter((key) => ageOf(key, now) < forgottenAfter);
      // Where another process was quicker, its key is taken instead.
      await this.replace(stored, [...kept, made]);
    }
  }

  private async find(id: string | undefined): Promise<Key | undefined> {
    const known = this.keys.find((key) => key.id === id);
    if (known || performance.now() - this.loadedAt < reloadMilliseconds) return known;
    return (await this.load()).find((key) => key.id === id);
  }

  private async load(): Promise<Key[]> {
    this.keys = (await readSetting<Key[]>(this.database.db, this.name)) ?? [];
    this.loadedAt = performance.now();
    return this.keys;
  }

  private async replace(stored: Key[], next: Key[]): Promise<void> {
    const { db } = this.database;
    if (stored.length === 0)
      await db.insert(settings).values({ name: this.name, value: next }).onConflictDoNothing();
    else
      await db
        .update(settings)
        .set({ value: next })
        .where(
          and(eq(settings.name, this.name), sql`${settings.value} = ${toJson(stored)}::jsonb`),
        );
  }
}

const ageOf = ({ madeAt }: Key, now: Instant): number =>
  Temporal.Instant.from(madeAt).until(now).total('milliseconds');
