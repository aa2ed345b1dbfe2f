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

/** The secrets made once and kept with the data: one signs cookies and links, one the built-in text gateway's webhooks. */
export async function secret(
  db: Queries,
  name: 'signing-secret' | 'text-hook-secret',
): Promise<string> {
  await db
    .insert(settings)
    .values({ name, value: randomBytes(32).toString('base64') })
    .onConflictDoNothing();
  return (await readSetting<string>(db, name))!;
}
