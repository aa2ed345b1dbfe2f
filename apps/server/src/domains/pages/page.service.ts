import { isDeepStrictEqual } from 'node:util';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { EditorPage, PageChoice, PageState } from '@plumgate/contract';
import type { ClientId, FormId, FunnelId, PageId } from '@plumgate/core/basics';
import { nextOf } from '@plumgate/core/funnels';
import { brandInStyle } from '@plumgate/core/brand';
import { Draft, formsOn, type PageDocument } from '@plumgate/core/page';
import { and, asc, count, eq, inArray, isNull, ne, sql } from 'drizzle-orm';
import { ClientService } from '../clients/client.service.ts';
import { formChanged, type FormChange } from '../forms/form-events.ts';
import { FormService } from '../forms/form.service.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { funnels } from '../../records/funnels/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { ResultsService } from '../results/results.service.ts';
import { LaunchService } from './launch.service.ts';
import { LinkedBandService } from './linked-band.service.ts';
import { asPublished, isAsLive, listingToKeep } from './as-published.ts';
import { stateOf, stepsOf, type PageRow } from '../../records/pages/page-row.ts';
import { homesForSale } from '../../records/listings/homes-for-sale.ts';
import { listingOf } from '../../records/listings/shown-listing.ts';
import { pageForms, pageRevisions, pages } from '../../records/pages/table.ts';
import { splitTests } from '../../records/split-tests/table.ts';

/** Pages and their drafts, which keep themselves; a live page changes only by publishing. */
@Injectable()
export class PageService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly clients: ClientService,
    private readonly forms: FormService,
    private readonly linked: LinkedBandService,
    private readonly launch: LaunchService,
    private readonly results: ResultsService,
    private readonly causes: Causes,
  ) {}

  onModuleInit(): void {
    this.causes.on(formChanged, (change, tx) => this.formChanged(change, tx));
  }

  async create(
    tx: Queries,
    given: {
      clientId: ClientId;
      funnelId: FunnelId;
      position: number;
      name: string;
      slug: string;
      draft: PageDocument;
      id?: PageId;
      leadsTo?: PageId | null;
    },
  ): Promise<PageId> {
    const now = this.clock.now();
    const row = { id: this.ids.next<PageId>(), ...given, createdAt: now, changedAt: now };
    await tx.insert(pages).values(row);
    await this.noteForms(tx, given.clientId, row.id, given.draft);
    return row.id;
  }

  async row(id: PageId, db: Queries = this.database.db): Promise<PageRow> {
    const [row] = await db
      .select()
      .from(pages)
      .where(and(eq(pages.id, id), isNull(pages.removedAt)));
    if (!row) throw notFound();
    return row;
  }

  /** The client's pages with their last 30 days. */
  async list(clientId: ClientId): Promise<PageChoice[]> {
    const { site, zone } = await this.clients.get(clientId);
    const counts = await this.results.byPage(clientId, this.clock.now(), zone, 30);
    const ever = await this.results.byPage(clientId, this.clock.now(), zone, null);
    const rows = await this.database.db
      .select({ page: pages, funnel: funnels.name })
      .from(pages)
      .innerJoin(funnels, eq(funnels.id, pages.funnelId))
      .where(and(eq(pages.clientId, clientId), isNull(pages.removedAt), isNull(funnels.removedAt)))
      .orderBy(asc(funnels.name), asc(pages.position));
    return rows.map(({ page, funnel }) => ({
      pageId: page.id,
      name: page.name,
      funnelId: page.funnelId,
      funnel,
      slug: page.slug,
      address: `${site}/${page.slug}`,
      live: page.liveRevision !== null && !page.offline,
      state: stateOf(page),
      visitors30: counts.get(page.id)?.visitors ?? 0,
      leads30: counts.get(page.id)?.leads ?? 0,
      converted30: counts.get(page.id)?.converted ?? 0,
      leadsEver: ever.get(page.id)?.leads ?? 0,
      hasForm: formsOn(page.draft).length > 0,
      createdAt: page.createdAt.toString(),
      changedAt: page.changedAt.toString(),
    }));
  }

  async forEditor(id: PageId): Promise<EditorPage> {
    const page = await this.row(id);
    const client = await this.clients.get(page.clientId);
    const [funnel] = await this.database.db
      .select()
      .from(funnels)
      .where(eq(funnels.id, page.funnelId));
    const steps = await stepsOf(this.database.db, page.funnelId);
    const forms = await this.forms.some(this.database.db, page.clientId, formsOn(page.draft));
    return {
      pageId: id,
      funnel: { id: page.funnelId, name: funnel!.name, style: funnel!.style },
      steps: steps.map((step, index) => ({
        pageId: step.id,
        name: step.name,
        state: stateOf(step),
        next: nextOf(steps, index),
      })),
      slug: page.slug,
      address: `${client.site}/${page.slug}`,
      state: stateOf(page),
      version: page.version,
      draft: { page: page.draft, forms },
      around: await this.launch.around(page.clientId),
      now: this.clock.now().toString(),
      home: {
        listing: page.draft.listing
          ? await listingOf(this.database.db, page.clientId, page.draft.listing.id)
          : null,
        homes: await homesForSale(this.database.db, page.clientId),
      },
      formUses: await this.formUses(Object.keys(forms) as FormId[]),
      test: await this.openTest(id),
      client: { ...client, brand: brandInStyle(client.brand, funnel!.style) },
      brand: client.brand,
    };
  }

  /** Keeps a draft made from `version`. Forms on it that changed are kept too, and other pages that show them learn of it. */
  async saveDraft(
    id: PageId,
    version: number,
    given: unknown,
  ): Promise<{ version: number; state: PageState }> {
    const read = Draft.safeParse(given);
    if (!read.success) {
      throw new AppProblem('bad-request', {
        detail: read.error.issues[0]!.message,
        fields: read.error.issues.map((issue) => ({
          field: ['body.draft', ...issue.path].join('.'),
          message: issue.message,
        })),
      });
    }
    const draft = read.data as Draft;
    return this.database.transaction((tx) => this.saveDraftIn(tx, id, version, draft));
  }

  /** The same for a draft that is known to be one, within somebody else's transaction. */
  async saveDraftIn(
    tx: Queries,
    id: PageId,
    version: number,
    draft: Draft,
  ): Promise<{ version: number; state: PageState }> {
    const [page] = await tx
      .update(pages)
      .set({ draft: draft.page, version: version + 1, changedAt: this.clock.now() })
      .where(and(eq(pages.id, id), eq(pages.version, version), isNull(pages.removedAt)))
      .returning();
    if (!page) {
      await this.row(id, tx);
      throw new AppProblem('changed-elsewhere');
    }
    await this.keepForms(tx, page, draft);
    await this.noteForms(tx, page.clientId, id, draft.page);
    await this.linked.follow(tx, page.clientId, id, draft.page);
    return { version: page.version, state: stateOf(await this.settled(tx, page)) };
  }

  /** A page that came to be again just what visitors see, as by an undo, has nothing left to publish. */
  async settled(tx: Queries, page: PageRow): Promise<PageRow> {
    if (!page.liveRevision) return page;
    const [live] = await tx
      .select()
      .from(pageRevisions)
      .where(eq(pageRevisions.id, page.liveRevision));
    if (!live || !isDeepStrictEqual(live.document, page.draft)) return page;
    const [funnel] = await tx.select().from(funnels).where(eq(funnels.id, page.funnelId));
    const around = {
      funnel: funnel!,
      steps: await stepsOf(tx, page.funnelId),
      client: await this.clients.row(page.clientId, tx),
      listing: await listingToKeep(tx, page),
    };
    const forms = await this.forms.some(tx, page.clientId, formsOn(page.draft));
    if (!isAsLive(asPublished(page, around, forms), live)) return page;
    const [settled] = await tx
      .update(pages)
      .set({ liveVersion: page.version })
      .where(eq(pages.id, page.id))
      .returning();
    return settled!;
  }

  private async keepForms(tx: Queries, page: PageRow, draft: Draft): Promise<void> {
    const on = formsOn(draft.page);
    const effects = this.causes.begin();
    const kept = await this.forms.some(tx, page.clientId, on);
    for (const id of on) {
      const now = draft.forms[id]!;
      const before = kept[id];
      if (!before)
        throw new AppProblem('bad-request', {
          detail: 'A form on this page belongs to another client.',
        });
      if (isDeepStrictEqual(before, now)) continue;
      await this.forms.saveWithDraft(tx, effects, page, id, now);
    }
    await effects.write(tx);
  }

  /** Anyone who has a page open that shows a form that was changed elsewhere learns of it as they save. */
  private async formChanged({ id, with: page }: FormChange, tx: Queries): Promise<void> {
    const showing = tx
      .select({ id: pageForms.pageId })
      .from(pageForms)
      .where(eq(pageForms.formId, id));
    await tx
      .update(pages)
      .set({ version: sql`${pages.version} + 1` })
      .where(and(inArray(pages.id, showing), page ? ne(pages.id, page) : undefined));
  }

  private async noteForms(
    tx: Queries,
    clientId: ClientId,
    pageId: PageId,
    page: PageDocument,
  ): Promise<void> {
    await tx.delete(pageForms).where(eq(pageForms.pageId, pageId));
    const on = formsOn(page);
    if (on.length > 0)
      await tx.insert(pageForms).values(on.map((formId) => ({ clientId, pageId, formId })));
  }

  private async openTest(pageId: PageId): Promise<EditorPage['test']> {
    const [test] = await this.database.db
      .select({ testId: splitTests.id, startedAt: splitTests.startedAt })
      .from(splitTests)
      .where(and(eq(splitTests.pageId, pageId), isNull(splitTests.endedAt)));
    return test ? { testId: test.testId, isRunning: test.startedAt !== null } : null;
  }

  private async formUses(ids: FormId[]): Promise<Record<string, number>> {
    if (ids.length === 0) return {};
    const rows = await this.database.db
      .select({ id: pageForms.formId, uses: count() })
      .from(pageForms)
      .where(inArray(pageForms.formId, ids))
      .groupBy(pageForms.formId);
    return Object.fromEntries(rows.map((row) => [row.id, row.uses]));
  }
}
