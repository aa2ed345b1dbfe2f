import { Injectable } from '@nestjs/common';
import type { ClientId, TagId } from '@plumgate/core/basics';
import type { Measuring, Tag, TagContent } from '@plumgate/core/tags';
import { asc, eq, max, sql } from 'drizzle-orm';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { clients } from '../../records/clients/table.ts';
import { tags } from '../../records/tags/table.ts';
import { SiteVersions } from '../clients/site-versions.ts';

const mostTags = 50;

/** Somebody else's code on a client's pages. What is changed here is live at once: a tag is no part of what was published. */
@Injectable()
export class TagService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
    private readonly sites: SiteVersions,
  ) {}

  /** A client's tags in the order in which they run. */
  list(clientId: ClientId): Promise<Tag[]> {
    return this.database.db
      .select({ id: tags.id, content: tags.content })
      .from(tags)
      .where(eq(tags.clientId, clientId))
      .orderBy(asc(tags.position));
  }

  add(clientId: ClientId, contents: readonly TagContent[]): Promise<TagId[]> {
    return this.onSite(clientId, async (tx) => {
      const [row] = await tx
        .select({ last: max(tags.position), count: sql<number>`count(*)`.mapWith(Number) })
        .from(tags)
        .where(eq(tags.clientId, clientId));
      if (row!.count + contents.length > mostTags)
        throw new AppProblem('bad-request', { detail: `A client has ${mostTags} tags at most.` });
      const position = (row!.last ?? -1) + 1;
      const rows = contents.map((content, index) => ({
        ...{ id: this.ids.next<TagId>(), clientId, content, position: position + index },
      }));
      await tx.insert(tags).values(rows);
      return rows.map(({ id }) => id);
    });
  }

  async change(id: TagId, content: TagContent): Promise<void> {
    await this.onSite(await this.clientOf(id), (tx) =>
      tx.update(tags).set({ content }).where(eq(tags.id, id)),
    );
  }

  async remove(id: TagId): Promise<void> {
    await this.onSite(await this.clientOf(id), (tx) => tx.delete(tags).where(eq(tags.id, id)));
  }

  /** Puts a client's tags in this order; those it does not name come after. */
  async order(clientId: ClientId, ids: readonly TagId[]): Promise<void> {
    await this.onSite(clientId, async (tx) => {
      const rows = await tx.select().from(tags).where(eq(tags.clientId, clientId));
      const placeOf = (id: TagId, position: number) =>
        ids.includes(id) ? ids.indexOf(id) : ids.length + position;
      const ordered = rows.toSorted(
        (a, b) => placeOf(a.id, a.position) - placeOf(b.id, b.position),
      );
      for (const [position, { id }] of ordered.entries())
        await tx.update(tags).set({ position }).where(eq(tags.id, id));
    });
  }

  async measuring(clientId: ClientId): Promise<Measuring> {
    const [row] = await this.database.db
      .select({ measuring: clients.measuring })
      .from(clients)
      .where(eq(clients.id, clientId));
    if (!row) throw notFound();
    return row.measuring;
  }

  /** How a client's visitors are counted from now on; what was counted stays. */
  async measure(clientId: ClientId, measuring: Measuring): Promise<void> {
    await this.onSite(clientId, (tx) =>
      tx.update(clients).set({ measuring }).where(eq(clients.id, clientId)),
    );
  }

  private async clientOf(id: TagId): Promise<ClientId> {
    const [row] = await this.database.db
      .select({ clientId: tags.clientId })
      .from(tags)
      .where(eq(tags.id, id));
    if (!row) throw notFound();
    return row.clientId;
  }

  private onSite<Result>(
    clientId: ClientId,
    work: (tx: Queries) => PromiseLike<Result>,
  ): Promise<Result> {
    return this.database.transaction(async (tx) => {
      const result = await work(tx);
      await this.sites.changed(tx, clientId);
      return result;
    });
  }
}
