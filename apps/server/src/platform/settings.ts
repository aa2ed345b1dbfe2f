import { randomBytes } from 'node:crypto';
import { eq } from 'drizzle-orm';
import type { Queries } from './database/database.ts';
import { settings } from './settings.table.ts';

/** Reads one of the program's own settings; undefined when it was never kept. */
export async function readSetting<Value>(db: Queries, name: string): Promise<Value | undefined> {
  const [row] = await db.select().from(settings).where(eq(settings.name, name));
  return row?.value as Value | undefined;
}

export async function keepSetting(db: Queries, name: string, value: unknown): Promise<void> {
  await db
    .insert(settings)
    .values({ name, value })
    .onConflictDoUpdate({ target: settings.name, set: { value } });
}

/** A setting that the first to ask for it makes, and everybody after reads. */
export async function madeOnce(db: Queries, name: string, make: () => string): Promise<string> {
  await db.insert(settings).values({ name, value: make() }).onConflictDoNothing();
  return (await readSetting<string>(db, name))!;
}

/** The secrets made once and kept with the data: one signs cookies and links, one the built-in text gateway's webhooks. */
export const secret = (
  db: Queries,
  name: 'signing-secret' | 'text-hook-secret' | 'mail-hook-secret',
): Promise<string> => madeOnce(db, name, () => randomBytes(32).toString('base64'));
