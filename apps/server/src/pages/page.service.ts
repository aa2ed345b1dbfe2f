import { isDeepStrictEqual } from 'node:util';
import { Injectable } from '@nestjs/common';
import type { EditorPage, PageChoice, PageState } from '@plumgate/contract';
import type { ClientId, FormId, FunnelId, PageId, RevisionId } from '@plumgate/core/basics';
import type { FormDefinition } from '@plumgate/core/forms';
import { nextOf } from '@plumgate/core/funnels';
import { blocksOf, Draft, formsOn, strayBlocks, type PageDocument } from '@plumgate/core/page';
import { and, asc, count, eq, inArray, isNotNull, isNull, ne, sql } from 'drizzle-orm';
import { calendars } from '../booking/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { FormService } from '../forms/form.service.ts';
import { funnels } from '../funnels/table.ts';
import { Clock } from '../platform/clock.ts';
import { Database, type Queries } from '../platform/database/database.ts';
import { AppProblem, notFound } from '../platform/http/app-problem.ts';
import { IdSource } from '../platform/id-source.ts';
import type { Who } from '../platform/http/bind.ts';
import { ResultsService } from '../results/results.service.ts';
import { LivePages } from '../site/live-pages.ts';
import { LinkedBandService } from './linked-band.service.ts';
import { pageForms, pageRevisions, pages } from './table.ts';

export type PageRow = typeof pages.$inferSelect;

export function stateOf(
  page: Pick<PageRow, 'liveRevision' | 'liveVersion' | 'version' | 'offline'>,
): PageState {
  if (page.liveRevision === null) return 'draft';
  if (page.offline) return 'offline';
  return page.liveVersion === page.version ? 'live' : 'changed';
}

/** Drafts keep themselves; a live page changes only here, by publishing. */
@Injectable()
export class PageService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly clients: ClientService,
    private readonly forms: FormService,
    private readonly linked: LinkedBandService,
    private readonly results: ResultsService,
    private readonly live: LivePages,
  ) {}

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
    const row = { id: this.ids.next<PageId>(), ...given, changedAt: this.clock.now() };
    await tx.insert(pages).values(row);
    await this.noteForms(tx, given.clientId, row.id, given.draft);
    return row.id;
  }

  /** A page that is there, or with `removed` one that was deleted. */
  async row(
    id: PageId,
    db: Queries = this.database.db,
    which: 'there' | 'removed' = 'there',
  ): Promise<PageRow> {
    const isThere = which === 'there' ? isNull(pages.removedAt) : isNotNull(pages.removedAt);
    const [row] = await db
      .select()
      .from(pages)
      .where(and(eq(pages.id, id), isThere));
    if (!row) throw notFound();
    return row;
  }

  /** A funnel's steps in order. */
  async ofFunnel(funnelId: FunnelId, db: Queries = this.database.db): Promise<PageRow[]> {
    return db
      .select()
      .from(pages)
      .where(and(eq(pages.funnelId, funnelId), isNull(pages.removedAt)))
      .orderBy(asc(pages.position));
  }

  /** After a change of what visitors see: the client's pages are made anew when they are next asked for. */
  forgetLive(clientId: ClientId): void {
    this.live.forget(clientId);
  }

  /** The client's pages with their last 30 days. */
  async list(clientId: ClientId): Promise<PageChoice[]> {
    const { site, zone } = await this.clients.get(clientId);
    const counts = await this.results.byPage(clientId, this.clock.now(), zone, 30);
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
    const steps = await this.ofFunnel(page.funnelId);
    const forms = await this.forms.some(this.database.db, page.clientId, formsOn(page.draft));
    return {
      pageId: id,
      funnel: { id: page.funnelId, name: funnel!.name },
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
      formUses: await this.formUses(Object.keys(forms) as FormId[]),
      client,
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
    return this.database.transaction(async (tx) => {
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
      return { version: page.version, state: stateOf(page) };
    });
  }

  /** Writes an immutable revision of the draft as it stands at `version` and lets visitors see it from now on. */
  async publish(
    id: PageId,
    version: number,
    who: Pick<Who, 'id'> | null,
  ): Promise<{ address: string; state: PageState }> {
    const page = await this.database.transaction(async (tx) => {
      const page = await this.row(id, tx);
      if (page.version !== version) throw new AppProblem('changed-elsewhere');
      const client = await this.clients.row(page.clientId, tx);
      const forms = await this.forms.some(tx, page.clientId, formsOn(page.draft));
      const missing = whatIsMissing(page.draft, forms);
      if (missing) throw new AppProblem('not-publishable', { detail: missing });
      await this.mustHaveCalendars(tx, page);
      const [funnel] = await tx.select().from(funnels).where(eq(funnels.id, page.funnelId));
      const steps = await this.ofFunnel(page.funnelId, tx);
      const revision = this.ids.next<RevisionId>();
      await tx.insert(pageRevisions).values({
        id: revision,
        clientId: page.clientId,
        pageId: id,
        document: page.draft,
        forms,
        clientName: client.name,
        facts: client.facts,
        brand: client.brand,
        nextPage: nextOf(
          steps,
          steps.findIndex((step) => step.id === id),
        ),
        head: [funnel!.head, page.draft.head].filter(Boolean).join('\n'),
        body: [funnel!.body, page.draft.body].filter(Boolean).join('\n'),
        publishedAt: this.clock.now(),
        publishedBy: who?.id ?? null,
      });
      const [changed] = await tx
        .update(pages)
        .set({ liveRevision: revision, liveVersion: version, offline: false })
        .where(and(eq(pages.id, id), eq(pages.version, version)))
        .returning();
      if (!changed) throw new AppProblem('changed-elsewhere');
      return changed;
    });
    this.live.forget(page.clientId);
    const client = await this.clients.get(page.clientId);
    return { address: `${client.site}/${page.slug}`, state: stateOf(page) };
  }

  /** A booking block without a calendar of this client would show a visitor nothing. */
  private async mustHaveCalendars(tx: Queries, page: PageRow): Promise<void> {
    const wanted = blocksOf(page.draft).flatMap((block) =>
      block.kind === 'booking' ? [block.calendarId] : [],
    );
    if (wanted.length === 0) return;
    const there = await tx
      .select({ id: calendars.id })
      .from(calendars)
      .where(and(eq(calendars.clientId, page.clientId), inArray(calendars.id, wanted)));
    if (wanted.some((id) => !there.some((row) => row.id === id)))
      throw new AppProblem('not-publishable', {
        detail: 'The booking block has no calendar yet. Choose one in its settings.',
      });
  }

  private async keepForms(tx: Queries, page: PageRow, draft: Draft): Promise<void> {
    const on = formsOn(draft.page);
    const kept = await this.forms.some(tx, page.clientId, on);
    for (const id of on) {
      const now = draft.forms[id]!;
      const before = kept[id];
      if (!before)
        throw new AppProblem('bad-request', {
          detail: 'A form on this page belongs to another client.',
        });
      if (isDeepStrictEqual(before, now)) continue;
      await this.forms.keep(tx, page.clientId, id, now);
      await tx
        .update(pages)
        .set({ version: sql`${pages.version} + 1` })
        .where(
          and(
            ne(pages.id, page.id),
            inArray(
              pages.id,
              tx.select({ id: pageForms.pageId }).from(pageForms).where(eq(pageForms.formId, id)),
            ),
          ),
        );
    }
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

/** What would break for a visitor; null when nothing would. */
function whatIsMissing(page: PageDocument, forms: Record<FormId, FormDefinition>): string | null {
  if (blocksOf(page).length === 0) return 'The page is empty. Add a block first.';
  if (!page.title.trim()) return 'The page has no title. Give it one under Page.';
  if (strayBlocks(page).length > 0)
    return 'Navigation belongs on site pages: it leads visitors of a landing page away. Remove it, or make this a site page under Page.';
  if (formsOn(page).some((id) => !forms[id]))
    return 'A form on this page no longer exists. Remove its block.';
  return null;
}
