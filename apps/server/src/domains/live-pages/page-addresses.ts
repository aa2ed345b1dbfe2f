import { Injectable } from '@nestjs/common';
import { and, asc, eq, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { clients } from '../../records/clients/table.ts';
import { earlierAddresses, isLive, pageRevisions, pages } from '../../records/pages/table.ts';
import type { ShownPage } from './live-page.ts';

/** The client that a host belongs to, where the agency still works for it. */
const isAt = (slug: string) => and(eq(clients.slug, slug), isNull(clients.archivedAt));

/** What is known of the addresses on a client's host beyond the pages that answer there. */
@Injectable()
export class PageAddresses {
  constructor(private readonly database: Database) {}

  /** Where a page that once answered at an address answers now; null for an address that no live page ever had. */
  async movedTo(clientSlug: string, pageSlug: string): Promise<string | null> {
    const [found] = await this.database.db
      .select({ slug: pages.slug })
      .from(earlierAddresses)
      .innerJoin(pages, eq(pages.id, earlierAddresses.pageId))
      .innerJoin(clients, eq(clients.id, earlierAddresses.clientId))
      .where(and(isAt(clientSlug), eq(earlierAddresses.slug, pageSlug), isLive));
    return found?.slug ?? null;
  }

  /** Whose page answered at an address before it was taken off or deleted; null where there never was one. */
  async shut(
    clientSlug: string,
    pageSlug: string,
  ): Promise<Pick<ShownPage, 'clientName' | 'facts' | 'brand'> | null> {
    const { db } = this.database;
    const onceAt = db
      .select({ id: earlierAddresses.pageId })
      .from(earlierAddresses)
      .where(and(eq(earlierAddresses.clientId, clients.id), eq(earlierAddresses.slug, pageSlug)));
    const [found] = await db
      .select({ clientName: clients.name, facts: clients.facts, brand: clients.brand })
      .from(pages)
      .innerJoin(clients, eq(clients.id, pages.clientId))
      .where(
        and(
          isAt(clientSlug),
          isNotNull(pages.liveRevision),
          or(eq(pages.slug, pageSlug), inArray(pages.id, onceAt)),
        ),
      );
    return found ?? null;
  }

  /** Whose host it is, as they show themselves; null for a host of nobody. */
  async ownerOf(
    clientSlug: string,
  ): Promise<Pick<ShownPage, 'clientId' | 'clientName' | 'facts' | 'brand'> | null> {
    const [found] = await this.database.db
      .select({
        ...{ clientId: clients.id, clientName: clients.name },
        ...{ facts: clients.facts, brand: clients.brand },
      })
      .from(clients)
      .where(isAt(clientSlug));
    return found ?? null;
  }

  /** A client's live pages that anybody may come to first: what search engines read, and who came to the host itself. */
  async listed(clientSlug: string): Promise<{ slug: string; name: string }[]> {
    return this.database.db
      .select({ slug: pages.slug, name: pages.name })
      .from(pages)
      .innerJoin(clients, eq(clients.id, pages.clientId))
      .innerJoin(pageRevisions, eq(pageRevisions.id, pages.liveRevision))
      .where(
        and(
          isAt(clientSlug),
          isLive,
          eq(pages.position, 0),
          // A page kept out of search engines is not told to them.
          sql`not coalesce((${pageRevisions.document}->>'hidden')::boolean, false)`,
        ),
      )
      .orderBy(asc(pages.slug));
  }
}
