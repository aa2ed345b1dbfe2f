import { isDeepStrictEqual } from 'node:util';
import { Injectable } from '@nestjs/common';
import type { LinkedBandView } from '@plumgate/contract';
import type { ClientId, LinkedBandId, PageId } from '@plumgate/core/basics';
import { Band, bindingsOf, type PageDocument } from '@plumgate/core/page';
import { and, asc, eq, inArray, isNull, ne, sql } from 'drizzle-orm';
import { FormService } from '../forms/form.service.ts';
import { funnels } from '../../records/funnels/table.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { linkedBands, pages } from '../../records/pages/table.ts';

/** Bands kept once: changed on one page, they change on every page that carries them. */
@Injectable()
export class LinkedBandService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
    private readonly forms: FormService,
  ) {}

  async list(clientId: ClientId): Promise<LinkedBandView[]> {
    const { db } = this.database;
    const rows = await db
      .select()
      .from(linkedBands)
      .where(eq(linkedBands.clientId, clientId))
      .orderBy(sql`${linkedBands.band}->'band'->>'name'`, asc(linkedBands.id));
    const on = await db
      .select({ pageId: pages.id, name: pages.name, funnel: funnels.name, draft: pages.draft })
      .from(pages)
      .innerJoin(funnels, eq(funnels.id, pages.funnelId))
      .where(and(eq(pages.clientId, clientId), isNull(pages.removedAt)))
      .orderBy(asc(funnels.name), asc(pages.position));
    return Promise.all(
      rows.map(async ({ id, band }) => ({
        id,
        band,
        forms: await this.forms.some(db, clientId, bindingsOf(band).forms),
        pages: on
          .filter(({ draft }) => draft.bands.some((one) => one.linked === id))
          .map(({ pageId, name, funnel }) => ({ pageId, name, funnel })),
      })),
    );
  }

  async create(clientId: ClientId, given: unknown): Promise<LinkedBandId> {
    const band = Band.safeParse(given);
    if (!band.success)
      throw new AppProblem('bad-request', { detail: band.error.issues[0]!.message });
    const id = this.ids.next<LinkedBandId>();
    await this.database.db
      .insert(linkedBands)
      .values({ id, clientId, band: asKept(band.data, id) });
    return id;
  }

  /**
   * After a page was kept: what its linked bands have become is kept once, and every other page that carries one takes
   * the new content, with a new version so that anyone who has it open learns of it.
   */
  async follow(
    tx: Queries,
    clientId: ClientId,
    pageId: PageId,
    draft: PageDocument,
  ): Promise<void> {
    const here = new Map(draft.bands.flatMap((band) => (band.linked ? [[band.linked, band]] : [])));
    if (here.size === 0) return;
    const kept = await tx
      .select()
      .from(linkedBands)
      .where(and(eq(linkedBands.clientId, clientId), inArray(linkedBands.id, [...here.keys()])));
    if (kept.length < here.size)
      throw new AppProblem('bad-request', {
        detail: 'A linked band on this page belongs to another client. Unlink it first.',
      });
    for (const row of kept) {
      const now = asKept(here.get(row.id)!, row.id);
      if (isDeepStrictEqual(now, row.band)) continue;
      await tx.update(linkedBands).set({ band: now }).where(eq(linkedBands.id, row.id));
      await this.changeOthers(tx, clientId, pageId, now);
    }
  }

  private async changeOthers(
    tx: Queries,
    clientId: ClientId,
    except: PageId,
    band: Band,
  ): Promise<void> {
    const others = await tx
      .select({ id: pages.id, draft: pages.draft })
      .from(pages)
      .where(
        and(
          eq(pages.clientId, clientId),
          ne(pages.id, except),
          sql`${pages.draft}->'bands' @> ${JSON.stringify([{ linked: band.linked }])}::jsonb`,
        ),
      );
    for (const { id, draft } of others) {
      const bands = draft.bands.map((one) =>
        one.linked === band.linked
          ? { ...band, id: one.id, popup: one.popup, section: one.section }
          : one,
      );
      await tx
        .update(pages)
        .set({ draft: { ...draft, bands }, version: sql`${pages.version} + 1` })
        .where(eq(pages.id, id));
    }
  }
}

/** What is the same on every page: the place on a page, and in which popup, is the page's own. */
const asKept = (band: Band, linked: LinkedBandId): Band => ({
  ...band,
  id: 'linked',
  popup: '',
  section: '',
  linked,
});
