import { Injectable } from '@nestjs/common';
import type { Answered, api, PageState, RevisionView } from '@plumgate/contract';
import type { FormId, FunnelId, PageId, RevisionId, TestId } from '@plumgate/core/basics';
import { findingWords, type LaunchCheck } from '@plumgate/core/launch';
import { formsOn } from '@plumgate/core/page';
import { and, desc, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import { users } from '../../records/accounts/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { FormService } from '../forms/form.service.ts';
import { funnels } from '../../records/funnels/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { SiteVersions } from '../clients/site-versions.ts';
import { LaunchService, type Known } from './launch.service.ts';
import { asPublished, listingToKeep } from './as-published.ts';
import { stateOf, stepsOf, type PageRow } from '../../records/pages/page-row.ts';
import { FieldStore } from '../../records/people/field-store.ts';
import { PageService } from './page.service.ts';
import { pageRevisions, pages } from '../../records/pages/table.ts';
import { splitTests } from '../../records/split-tests/table.ts';

type Publisher = Pick<CurrentUser, 'id'> | null;

/** Makes drafts live, and what was live before live again. Revisions are only ever added. */
@Injectable()
export class PublishService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly clients: ClientService,
    private readonly forms: FormService,
    private readonly fields: FieldStore,
    private readonly pages: PageService,
    private readonly launch: LaunchService,
    private readonly sites: SiteVersions,
  ) {}

  /** Writes an immutable revision of the draft as it stands at `version` and lets visitors see it from now on. */
  async publish(
    id: PageId,
    version: number,
    who: Publisher,
  ): Promise<{ address: string; state: PageState }> {
    const page = await this.database.transaction(async (tx) => {
      const page = await this.pages.row(id, tx);
      if (page.version !== version) throw new AppProblem('changed-elsewhere');
      const [done] = await this.write(tx, [page], await stepsOf(tx, page.funnelId), who);
      await this.sites.changed(tx, page.clientId, [page.slug]);
      return done!;
    });
    const { site } = await this.clients.get(page.clientId);
    return { address: `${site}/${page.slug}`, state: stateOf(page) };
  }

  /**
   * Publishes every step that differs from what is live, or of them only those that are marked as ready; all of them or
   * none. Gives how many there were.
   */
  async publishFunnel(
    funnelId: FunnelId,
    who: Publisher,
    only: 'ready' | null = null,
  ): Promise<number> {
    const published = await this.database.transaction(async (tx) => {
      const steps = await stepsOf(tx, funnelId);
      const changed = steps.filter(
        (page) => stateOf(page) !== 'live' && (only === null || page.ready),
      );
      const published = await this.write(tx, changed, steps, who);
      const slugs = published.map((page) => page.slug);
      if (published[0]) await this.sites.changed(tx, published[0].clientId, slugs);
      return published;
    });
    return published.length;
  }

  /** What was published of a page, newest first. */
  async revisions(id: PageId): Promise<RevisionView[]> {
    const page = await this.pages.row(id);
    const rows = await this.database.db
      .select({ id: pageRevisions.id, at: pageRevisions.publishedAt, by: users.name })
      .from(pageRevisions)
      .leftJoin(users, eq(users.id, pageRevisions.publishedBy))
      // What a split test shows was never published to all.
      .where(and(eq(pageRevisions.pageId, id), isNull(pageRevisions.testId)))
      .orderBy(desc(pageRevisions.publishedAt), desc(pageRevisions.id))
      .limit(100);
    return rows.map(({ id: revisionId, at, by }) => ({
      revisionId,
      publishedAt: at.toString(),
      by,
      isLive: revisionId === page.liveRevision,
    }));
  }

  /** A revision as a draft, to be looked at or taken up again, with the client as it was then and where it led. */
  async revisionView(
    id: PageId,
    revisionId: RevisionId,
  ): Promise<Answered<typeof api.getRevision>> {
    const was = await this.revision(this.database.db, id, revisionId);
    return {
      draft: { page: was.document, forms: was.forms },
      client: { name: was.clientName, facts: was.facts, brand: was.brand },
      next: was.nextPage,
    };
  }

  /** Lets visitors see an earlier revision again, as a new one; the draft stays as it is. */
  async putBack(id: PageId, revisionId: RevisionId, who: Publisher): Promise<void> {
    await this.database.transaction((tx) => this.putBackIn(tx, id, revisionId, who));
  }

  /** The same within somebody else's transaction. */
  async putBackIn(tx: Queries, id: PageId, revisionId: RevisionId, who: Publisher): Promise<void> {
    const page = await this.pages.row(id, tx);
    await this.mustNotBeUnderTest(tx, [page]);
    const earlier = await this.revision(tx, id, revisionId);
    const again = this.ids.next<RevisionId>();
    await tx.insert(pageRevisions).values({
      ...earlier,
      id: again,
      publishedAt: this.clock.now(),
      publishedBy: who?.id ?? null,
      testId: null,
    });
    await tx
      .update(pages)
      .set({ liveRevision: again, liveVersion: 0, offline: false })
      .where(eq(pages.id, id));
    await this.sites.changed(tx, page.clientId, [page.slug]);
  }

  /** Writes a draft of a page as it would be published now, for a split test to show; refuses what could not be published. */
  async writeForTest(
    tx: Queries,
    page: PageRow,
    testId: TestId,
    who: Publisher,
  ): Promise<RevisionId> {
    const around = await this.around(tx, page, await stepsOf(tx, page.funnelId));
    return this.writeRevision(tx, page, around, who, testId);
  }

  private async revision(db: Queries, pageId: PageId, id: RevisionId) {
    const [row] = await db
      .select()
      .from(pageRevisions)
      .where(and(eq(pageRevisions.id, id), eq(pageRevisions.pageId, pageId)));
    if (!row) throw notFound();
    return row;
  }

  /** Writes a revision of each page and makes it the live one; all of them are of one funnel. */
  private async write(
    tx: Queries,
    changed: PageRow[],
    steps: PageRow[],
    who: Publisher,
  ): Promise<PageRow[]> {
    if (!changed[0]) return [];
    await this.mustNotBeUnderTest(tx, changed);
    const around = await this.around(tx, changed[0], steps);
    const done: PageRow[] = [];
    for (const page of changed) {
      const revision = await this.writeRevision(tx, page, around, who);
      const { id, version } = page;
      const [live] = await tx
        .update(pages)
        .set({ liveRevision: revision, liveVersion: version, offline: false, ready: false })
        .where(and(eq(pages.id, id), eq(pages.version, version)))
        .returning();
      if (!live) throw new AppProblem('changed-elsewhere');
      done.push(live);
    }
    return done;
  }

  /** Refuses while a split test runs on one of some pages: what its variations are must not change under it. */
  private async mustNotBeUnderTest(tx: Queries, changed: PageRow[]): Promise<void> {
    const [tested] = await tx
      .select({ pageId: splitTests.pageId })
      .from(splitTests)
      .where(
        and(
          inArray(
            splitTests.pageId,
            changed.map(({ id }) => id),
          ),
          isNotNull(splitTests.startedAt),
          isNull(splitTests.endedAt),
        ),
      );
    const page = changed.find(({ id }) => id === tested?.pageId);
    if (page)
      throw new AppProblem('under-test', {
        detail: `A split test is running on “${page.name}”. End the test, then publish.`,
      });
  }

  private async around(
    tx: Queries,
    { clientId, funnelId }: PageRow,
    steps: PageRow[],
  ): Promise<Around> {
    const [funnel] = await tx.select().from(funnels).where(eq(funnels.id, funnelId));
    return { steps, known: await this.launch.known(clientId, tx), funnel: funnel! };
  }

  /** Writes a page as it would be published now, of a split test where one is named. */
  private async writeRevision(
    tx: Queries,
    page: PageRow,
    { steps, known, funnel }: Around,
    who: Publisher,
    testId: TestId | null = null,
  ): Promise<RevisionId> {
    const { clientId } = page;
    const at = this.clock.now();
    const forms = await this.forms.some(tx, clientId, formsOn(page.draft));
    mustBeReady(page, this.launch.check(page, steps, forms, known, funnel.style));
    for (const [formId, form] of Object.entries(forms))
      await this.fields.settleForm(tx, { clientId, formId: formId as FormId, form, at });
    const listing = await listingToKeep(tx, page);
    const revision = this.ids.next<RevisionId>();
    await tx.insert(pageRevisions).values({
      id: revision,
      clientId,
      pageId: page.id,
      ...asPublished(page, { steps, funnel, client: known.client, listing }, forms),
      publishedAt: at,
      publishedBy: who?.id ?? null,
      testId,
    });
    return revision;
  }
}

/** What a page is published among. */
interface Around {
  steps: PageRow[];
  known: Known;
  funnel: typeof funnels.$inferSelect;
}

/** Refuses a page that something stops, with the first thing that does. */
function mustBeReady({ name }: PageRow, { findings }: LaunchCheck): void {
  const stop = findings.find(({ severity }) => severity === 'stops');
  if (!stop) return;
  const { what, why } = findingWords(stop);
  throw new AppProblem('not-publishable', { detail: `${name}: ${what} ${why}` });
}
