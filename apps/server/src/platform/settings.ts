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

/** The secret that signs visitors' cookies: made once, kept with the data. */
export async function signingSecret(db: Queries): Promise<string> {
  await db
    .insert(settings)
    .values({ name: 'signing-secret', value: randomBytes(32).toString('base64url') })
    .onConflictDoNothing();
  return (await readSetting<string>(db, 'signing-secret'))!;
}
