import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Answered, api, ListingQuestion, ListingView } from '@plumgate/contract';
import { localDay, referencesIn, type ClientId, type ListingId } from '@plumgate/core/basics';
import { changedListing, ListingContent } from '@plumgate/core/listings';
import { and, count, desc, eq, gte, isNull, lte, ne, sql, type SQL } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { likeWords } from '../../platform/database/like-words.ts';
import { brokenUniqueRule } from '../../platform/database/sql-state.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { afterDayCursor, cursorOf } from '../../platform/http/cursor.ts';
import { IdSource } from '../../platform/id-source.ts';
import { SiteAddress } from '../../platform/site-address.ts';
import { Bin } from '../../records/bin/bin.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { staff } from '../../records/clients/record-tables.ts';
import { markPagesOf, pagesAbout } from '../../records/listings/homes-for-sale.ts';
import { memberOf } from '../../records/listings/shown-listing.ts';
import { listings } from '../../records/listings/table.ts';
import { checkReferences } from '../../records/references/check-references.ts';
import { ClientService } from '../clients/client.service.ts';
import { SiteVersions } from '../clients/site-versions.ts';

type ListingRow = typeof listings.$inferSelect;
const mostTowns = 100;

/** Homes that clients sell. */
@Injectable()
export class ListingService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly bin: Bin,
    private readonly clients: ClientService,
    private readonly versions: SiteVersions,
    private readonly address: SiteAddress,
  ) {}

  onModuleInit(): void {
    const name = sql<string>`concat_ws(', ', ${listings.content}->>'street', nullif(${listings.town}, ''))`;
    this.bin.register(
      'listing',
      removableRow(listings, name, {
        onChange: (tx, clientId, id) => this.noteChange(tx, clientId, id as ListingId),
      }),
    );
  }

  /** A client's listings that a question names, those first that came on the market last, with how many there are of them. */
  async list(
    clientId: ClientId,
    { after, limit, ...question }: ListingQuestion & { after?: string | undefined; limit: number },
  ): Promise<Answered<typeof api.listListings>> {
    const { db } = this.database;
    const among = amongListings(clientId, question);
    const rows = await db
      .select()
      .from(listings)
      .where(and(among, afterDayCursor(after, listings.listedOn, listings.id)))
      .orderBy(sql`${listings.listedOn} desc nulls first`, listings.id)
      .limit(limit + 1);
    const shown = rows.slice(0, limit);
    const last = shown.at(-1);
    const [counted] = await db.select({ total: count() }).from(listings).where(among);
    const towns = await db
      .select({ town: listings.town })
      .from(listings)
      .where(and(ofClientThere(clientId), ne(listings.town, '')))
      .groupBy(listings.town)
      .orderBy(desc(count()), listings.town)
      .limit(mostTowns);
    return {
      listings: await this.views(clientId, shown),
      next: rows.length > limit && last ? cursorOf(last.listedOn!, last.id) : null,
      total: counted!.total,
      towns: towns.map(({ town }) => town!),
    };
  }

  async get(id: ListingId): Promise<ListingView> {
    const row = await this.row(id);
    const [view] = await this.views(row.clientId, [row]);
    return view!;
  }

  /** @throws AppProblem `bad-request` where another listing has its number */
  async create(clientId: ClientId, content: ListingContent): Promise<ListingId> {
    const id = this.ids.next<ListingId>();
    const now = this.clock.now();
    const today = await this.today(clientId);
    await this.database.transaction(async (tx) => {
      await checkReferences(tx, clientId, referencesIn(ListingContent, content), 'body');
      await tx
        .insert(listings)
        .values({
          ...{ id, clientId, content: changedListing(null, content, today) },
          ...{ madeAt: now, changedAt: now },
        })
        .catch(numberIsTaken);
      await this.versions.changed(tx, clientId);
    });
    return id;
  }

  /** @throws AppProblem `changed-elsewhere` for a version that is not the present one */
  async save(
    id: ListingId,
    { version, content }: { version: number; content: ListingContent },
  ): Promise<ListingView> {
    const { clientId } = await this.row(id);
    const today = await this.today(clientId);
    await this.database.transaction(async (tx) => {
      const [before] = await tx.select().from(listings).where(eq(listings.id, id)).for('update');
      if (!before || before.version !== version) throw new AppProblem('changed-elsewhere');
      const [named, stored] = [content, before.content].map((one) =>
        referencesIn(ListingContent, one),
      );
      await checkReferences(tx, clientId, named!, 'body.content', stored);
      await tx
        .update(listings)
        .set({
          content: changedListing(before.content, content, today),
          ...{ version: version + 1, changedAt: this.clock.now() },
        })
        .where(eq(listings.id, id))
        .catch(numberIsTaken);
      await this.noteChange(tx, clientId, id);
    });
    return this.get(id);
  }

  /** Pages that follow the listing show it from now on; those that don't have something to publish. */
  private async noteChange(tx: Queries, clientId: ClientId, id: ListingId): Promise<void> {
    await markPagesOf(tx, clientId, [id]);
    await this.versions.changed(tx, clientId);
  }

  /** The day it is now where a client is. */
  private async today(clientId: ClientId): Promise<string> {
    const { facts } = await this.clients.row(clientId);
    return localDay(this.clock.now(), facts.zone);
  }

  /** @throws AppProblem `not-found` for one that is not there, or deleted */
  async row(id: ListingId): Promise<ListingRow> {
    const [row] = await this.database.db
      .select()
      .from(listings)
      .where(and(eq(listings.id, id), isNull(listings.removedAt)));
    if (!row) throw notFound();
    return row;
  }

  private async views(clientId: ClientId, rows: readonly ListingRow[]): Promise<ListingView[]> {
    if (rows.length === 0) return [];
    const about = await pagesAbout(
      this.database.db,
      clientId,
      rows.map(({ id }) => id),
    );
    const { slug } = await this.clients.row(clientId);
    const team = await this.database.db.select().from(staff).where(eq(staff.clientId, clientId));
    return rows.map(({ id, content, version, changedAt }) => {
      const agent = team.find((one) => one.id === content.agent);
      const page = about.find(({ listing }) => listing === id);
      return {
        ...{ id, content, version, changedAt: changedAt.toString() },
        agent: agent ? memberOf(agent) : null,
        page: page
          ? { name: page.name, address: `${this.address.known(slug)}/${page.slug}` }
          : null,
      };
    });
  }
}

const ofClientThere = (clientId: ClientId): SQL | undefined =>
  and(eq(listings.clientId, clientId), isNull(listings.removedAt));

const amongListings = (
  clientId: ClientId,
  { find, status, town, priceFrom, priceTo }: ListingQuestion,
): SQL | undefined =>
  and(
    ofClientThere(clientId),
    ...likeWords(find).map((word) => sql`${listings.searchText} like ${word}`),
    status && eq(listings.status, status),
    town ? eq(listings.town, town) : undefined,
    priceFrom === undefined ? undefined : gte(listings.price, priceFrom),
    priceTo === undefined ? undefined : lte(listings.price, priceTo),
  );

const numberIsTaken = (error: unknown): never => {
  if (brokenUniqueRule(error) === null) throw error;
  throw new AppProblem('bad-request', {
    detail: 'Another listing has this number. Give its own, or leave it empty.',
  });
};
