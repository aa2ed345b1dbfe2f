import { Injectable } from '@nestjs/common';
import type { ClientId, PageId } from '@plumgate/core/basics';
import { and, eq, isNull, ne } from 'drizzle-orm';
import { ClientService } from '../clients/client.service.ts';
import { clients } from '../../records/clients/table.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { SiteVersions } from '../clients/site-versions.ts';
import { PageService } from './page.service.ts';
import { earlierAddresses, pages } from '../../records/pages/table.ts';

/** Where pages answer. An address that a page once had is its own forever: it leads to where the page is now. */
@Injectable()
export class AddressService {
  constructor(
    private readonly database: Database,
    private readonly clients: ClientService,
    private readonly pages: PageService,
    private readonly sites: SiteVersions,
  ) {}

  /** The name of the page that has an address ending, now or earlier; null when this page may have it. */
  async heldBy(pageId: PageId, slug: string): Promise<string | null> {
    const { db } = this.database;
    const page = await this.pages.row(pageId, db);
    return holder(db, page.clientId, pageId, slug);
  }

  /** Every address ending of a client that is in use or leads somewhere. */
  private async taken(db: Queries, clientId: ClientId): Promise<Set<string>> {
    const now = await db
      .select({ slug: pages.slug })
      .from(pages)
      .where(and(eq(pages.clientId, clientId), isNull(pages.removedAt)));
    const earlier = await db
      .select({ slug: earlierAddresses.slug })
      .from(earlierAddresses)
      .where(eq(earlierAddresses.clientId, clientId));
    return new Set([...now, ...earlier].map(({ slug }) => slug));
  }

  /**
   * Gives address endings that are not taken yet, one after the other: `first-visit`, then `first-visit-2`. Until the
   * transaction ends nobody else is given any of this client's, so that two who add a page at once get two endings.
   */
  async availableSlug(tx: Queries, clientId: ClientId): Promise<(wanted: string) => string> {
    await tx
      .select({ id: clients.id })
      .from(clients)
      .where(eq(clients.id, clientId))
      // Rows that only refer to the client, such as leads, go on being added.
      .for('no key update');
    const taken = await this.taken(tx, clientId);
    return (wanted) => {
      let slug = wanted;
      for (let number = 2; taken.has(slug); number++) slug = `${wanted.slice(0, 55)}-${number}`;
      taken.add(slug);
      return slug;
    };
  }

  /** Gives a page another address ending; what is live stays live, at the new one, and the old one leads there. */
  async change(pageId: PageId, slug: string): Promise<{ slug: string; address: string }> {
    const page = await this.database.transaction(async (tx) => {
      const before = await this.pages.row(pageId, tx);
      const { clientId } = before;
      const by = await holder(tx, clientId, pageId, slug);
      if (by !== null)
        throw new AppProblem('address-taken', {
          detail: `“${by}” answers at /${slug}, or did so earlier. Choose another address.`,
          fields: [{ field: 'body.slug', message: 'This address is taken.' }],
        });
      const own = { clientId, pageId };
      if (before.liveRevision !== null && before.slug !== slug)
        await tx
          .insert(earlierAddresses)
          .values({ ...own, slug: before.slug })
          .onConflictDoNothing();
      await tx
        .delete(earlierAddresses)
        .where(and(eq(earlierAddresses.clientId, clientId), eq(earlierAddresses.slug, slug)));
      await tx.update(pages).set({ slug }).where(eq(pages.id, pageId));
      await this.sites.changed(tx, clientId);
      return before;
    });
    const { site } = await this.clients.get(page.clientId);
    return { slug, address: `${site}/${slug}` };
  }
}

async function holder(
  db: Queries,
  clientId: ClientId,
  except: PageId,
  slug: string,
): Promise<string | null> {
  const [now] = await db
    .select({ name: pages.name })
    .from(pages)
    .where(
      and(
        eq(pages.clientId, clientId),
        eq(pages.slug, slug),
        ne(pages.id, except),
        isNull(pages.removedAt),
      ),
    );
  if (now) return now.name;
  const [earlier] = await db
    .select({ name: pages.name })
    .from(earlierAddresses)
    .innerJoin(pages, eq(pages.id, earlierAddresses.pageId))
    .where(
      and(
        eq(earlierAddresses.clientId, clientId),
        eq(earlierAddresses.slug, slug),
        ne(earlierAddresses.pageId, except),
      ),
    );
  return earlier?.name ?? null;
}
