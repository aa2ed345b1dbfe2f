import type { ClientId, Instant, PersonId } from '@plumgate/core/basics';
import type { Facts } from '@plumgate/core/clients';
import { openSeconds, promisedBy } from '@plumgate/core/opening';
import { and, eq, gt, isNotNull, sql, type SQL } from 'drizzle-orm';
import { insertMany, isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { people } from './table.ts';
import { waits, type WaitEnd } from './waits.table.ts';

/** Somebody's waiting: since when, by when they are to be answered, and when the team is to be reminded. */
export type Wait = Pick<typeof people.$inferSelect, 'waitingSince' | 'promisedBy' | 'warnAt'>;

type Promises = Pick<Facts, 'promiseMinutes' | 'week' | 'closed' | 'zone'>;

/** Reminded after two thirds of the time: of 15 minutes 5 are left (common practice, no source). */
const warnAfter = 2 / 3;

export const nobodyWaits: Wait = { waitingSince: null, promisedBy: null, warnAt: null };

/** The waiting of somebody who wrote at a moment, by what the client promises. */
export const waitFrom = (at: Instant, facts: Promises): Wait => ({
  waitingSince: at,
  promisedBy: promisedBy(at, facts.promiseMinutes, facts),
  warnAt: promisedBy(at, facts.promiseMinutes * warnAfter, facts),
});

/** Ends the waiting of people, and keeps how long it was; those who don't wait are left as they are. Gives who waited. */
export async function endWaiting(
  tx: Queries,
  { id: clientId, facts }: { id: ClientId; facts: Promises },
  which: SQL,
  { at, how, batch = null }: { at: Instant; how: WaitEnd; batch?: string | null },
): Promise<PersonId[]> {
  const waiting = await tx
    .select({ id: people.id, since: people.waitingSince, promisedBy: people.promisedBy })
    .from(people)
    .where(and(which, eq(people.clientId, clientId), isNotNull(people.waitingSince)))
    .for('update');
  if (waiting.length === 0) return [];
  const ids = waiting.map(({ id }) => id);
  await tx.update(people).set(nobodyWaits).where(isAnyOf(people.id, ids));
  const rows = waiting.map(({ id, since, promisedBy: by }) => ({
    ...{ clientId, personId: id, startedAt: since!, promisedBy: by!, endedAt: at, how, batch },
    openSeconds: Math.round(openSeconds(since!, at, facts)),
    seconds: Math.max(0, Math.round(since!.until(at).total('seconds'))),
  }));
  await tx.execute(insertMany(waits, rows).getSQL());
  return ids;
}

/** Works out anew by when those who wait are to be answered, after the promise or the hours have changed. */
export async function renewPromises(
  tx: Queries,
  { id: clientId, facts }: { id: ClientId; facts: Promises },
  now: Instant,
): Promise<void> {
  const waiting = await tx
    .select({ id: people.id, since: people.waitingSince, warnAt: people.warnAt })
    .from(people)
    // A promise that was broken stays broken.
    .where(and(eq(people.clientId, clientId), gt(people.promisedBy, now)));
  for (const { id, since, warnAt } of waiting) {
    const wait = waitFrom(since!, facts);
    await tx
      .update(people)
      // Nobody is reminded twice of the same person.
      .set({ promisedBy: wait.promisedBy, warnAt: warnAt && wait.warnAt })
      .where(eq(people.id, id));
  }
}

export const isWaiting: SQL = sql`(${people.waitingSince} is not null and ${people.removedAt} is null)`;
