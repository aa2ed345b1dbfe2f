import type { PersonId } from '@plumgate/core/basics';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { personVisitors } from './visitors.table.ts';

/** Somebody has the browsers of another too, who turned out to be them; gives those that are new. */
export async function copyBrowsers(tx: Queries, from: PersonId, to: PersonId): Promise<string[]> {
  const theirs = tx
    .select({
      personId: sql<PersonId>`${to}::uuid`.as('person_id'),
      clientId: personVisitors.clientId,
      visitorId: personVisitors.visitorId,
    })
    .from(personVisitors)
    .where(eq(personVisitors.personId, from));
  const added = await tx
    .insert(personVisitors)
    .select(theirs)
    .onConflictDoNothing()
    .returning({ visitorId: personVisitors.visitorId });
  return added.map(({ visitorId }) => visitorId);
}

/** Takes browsers away again that were copied. */
export async function removeBrowsers(
  tx: Queries,
  of: PersonId,
  visitorIds: readonly string[],
): Promise<void> {
  if (visitorIds.length > 0)
    await tx
      .delete(personVisitors)
      .where(
        and(eq(personVisitors.personId, of), inArray(personVisitors.visitorId, [...visitorIds])),
      );
}
