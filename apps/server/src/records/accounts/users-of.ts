import type { ClientId, UserId } from '@plumgate/core/basics';
import { and, eq, inArray, isNull, or, sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import type { Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { userClients, users } from './table.ts';

/** Of which clients somebody may see anything. */
export type Sees = Pick<CurrentUser, 'clientIds'>;

/** Somebody who works for every client: the program itself, and the agency's own people as a rule. */
export const seesAll: Sees = { clientIds: null };

/** Whoever sees one client alone, as its own pages do. */
export const seesOne = (client: ClientId): Sees => ({ clientIds: [client] });

export const maySee = ({ clientIds }: Sees, client: ClientId): boolean =>
  clientIds === null || clientIds.includes(client);

/** Narrows a query to the clients that somebody may see; undefined for all. */
export const seenBy = ({ clientIds }: Sees, column: AnyPgColumn): SQL | undefined =>
  clientIds === null ? undefined : inArray(column, [...clientIds]);

/** Users who work for a client and have not left; a paused one is among them. `client` may be a column. */
export const worksFor = (client: ClientId | AnyPgColumn): SQL =>
  and(
    isNull(users.removedAt),
    or(
      eq(users.allClients, true),
      sql`exists (select from ${userClients} as works where works.user_id = ${users.id} and works.client_id = ${client})`,
    ),
  )!;

/**
 * The name of somebody who works for a client.
 *
 * @throws AppProblem `not-found`
 */
export async function workerName(db: Queries, clientId: ClientId, id: UserId): Promise<string> {
  const name = await nameOfWorker(db, clientId, id);
  if (name === null) throw notFound();
  return name;
}

/** The name of somebody who works for a client; null for nobody who does. */
export async function nameOfWorker(
  db: Queries,
  clientId: ClientId,
  id: UserId,
): Promise<string | null> {
  const [found] = await db
    .select({ name: users.name })
    .from(users)
    .where(and(eq(users.id, id), worksFor(clientId)));
  return found?.name ?? null;
}
