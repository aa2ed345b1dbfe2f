import type { ClientId, ListingId } from '@plumgate/core/basics';
import type { ListedHome } from '@plumgate/core/listings';
import { and, desc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { isAnyKey } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { isLive, pageRevisions, pages } from '../pages/table.ts';
import { listings } from './table.ts';

/** More than a list of homes shows, with room for those that are left out of it. */
const most = 60;

/** A client's homes that somebody can still buy, the newest first, each with the live page that is about it. */
export async function homesForSale(db: Queries, clientId: ClientId): Promise<ListedHome[]> {
  const rows = await db
    .select({ id: listings.id, content: listings.content })
    .from(listings)
    .where(
      and(
        eq(listings.clientId, clientId),
        isNull(listings.removedAt),
        inArray(listings.status, ['soon', 'active']),
      ),
    )
    .orderBy(desc(listings.listedOn), listings.id)
    .limit(most);
  const about = await pagesAbout(
    db,
    clientId,
    rows.map(({ id }) => id),
  );
  return rows.map((row) => {
    const page = about.find(({ listing }) => listing === row.id);
    return { ...row, href: page ? `/${page.slug}` : null };
  });
}

/** The live pages that are about some listings, those first that come first in their funnels. */
export async function pagesAbout(
  db: Queries,
  clientId: ClientId,
  ids: readonly ListingId[],
): Promise<{ listing: string; name: string; slug: string }[]> {
  if (ids.length === 0) return [];
  const listing = sql<string>`${pageRevisions.document}->'listing'->>'id'`;
  return db
    .select({ listing, name: pages.name, slug: pages.slug })
    .from(pages)
    .innerJoin(pageRevisions, eq(pageRevisions.id, pages.liveRevision))
    .where(and(eq(pages.clientId, clientId), isLive, inArray(listing, [...ids])))
    .orderBy(pages.position);
}

/** Marks pages that show some listings as they were when they were published: there is something to publish. */
export async function markPagesOf(
  tx: Queries,
  clientId: ClientId,
  ids: readonly ListingId[],
): Promise<void> {
  if (ids.length === 0) return;
  await tx
    .update(pages)
    .set({ liveVersion: 0 })
    .where(
      and(
        eq(pages.clientId, clientId),
        isNotNull(pages.liveVersion),
        isAnyKey(sql`${pages.draft}->'listing'->>'id'`, ids),
        sql`${pages.draft}->'listing'->>'isLive' = 'false'`,
      ),
    );
}
