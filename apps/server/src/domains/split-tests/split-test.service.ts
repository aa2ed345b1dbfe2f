import { isDeepStrictEqual } from 'node:util';
import { Injectable } from '@nestjs/common';
import type { TestIdea, TestView } from '@plumgate/contract';
import type { ClientId, PageId, TestId, VariationId } from '@plumgate/core/basics';
import { formsOn } from '@plumgate/core/page';
import { guessedRate, mostVariations, variationLetter } from '@plumgate/core/splittest';
import { and, eq, inArray, isNull } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { sqlState } from '../../platform/database/sql-state.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { IdSource } from '../../platform/id-source.ts';
import type { PageRow } from '../../records/pages/page-row.ts';
import { pageRevisions } from '../../records/pages/table.ts';
import { clients } from '../../records/clients/table.ts';
import { splitTests, splitTestVariations } from '../../records/split-tests/table.ts';
import { SiteVersions } from '../clients/site-versions.ts';
import { FormService } from '../forms/form.service.ts';
import { PageService } from '../pages/page.service.ts';
import { PublishService } from '../pages/publish.service.ts';
import { TestReader, type TestRow, type VariationRow } from './test-reader.ts';

const uniqueViolation = '23505';

/** Split tests from the idea to its end. Until one begins, its last variation is the page's draft, whatever is written there. */
@Injectable()
export class SplitTestService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly pages: PageService,
    private readonly publishing: PublishService,
    private readonly forms: FormService,
    private readonly sites: SiteVersions,
    private readonly tests: TestReader,
  ) {}

  async create(pageId: PageId, idea: TestIdea, who: CurrentUser): Promise<TestView> {
    const page = await this.pages.row(pageId);
    const { hypothesis, measure, lift, audience } = idea;
    const base = await this.baseOf(pageId, idea);
    const id = this.ids.next<TestId>();
    const shares = idea.shares ?? [1, 1];
    try {
      await this.database.transaction(async (tx) => {
        await tx.insert(splitTests).values({
          ...{ id, clientId: page.clientId, pageId, hypothesis, measure, base, lift, audience },
          madeAt: this.clock.now(),
          madeBy: who.id,
        });
        await tx.insert(splitTestVariations).values(
          shares.map((share, position) => ({
            ...{ id: this.ids.next<VariationId>(), clientId: page.clientId, testId: id },
            ...{ position, share, change: position === 0 ? '' : idea.change },
            // The last one is the draft as it will be written; those before it begin as it is now.
            ...(position > 0 && position < shares.length - 1 && { draft: page.draft }),
          })),
        );
      });
    } catch (error) {
      if (sqlState(error) === uniqueViolation) throw new AppProblem('has-a-test');
      throw error;
    }
    return this.tests.view(id);
  }

  async change(id: TestId, idea: TestIdea): Promise<TestView> {
    const { hypothesis, measure, lift, audience } = idea;
    const { pageId } = await this.tests.row(id);
    const base = await this.baseOf(pageId, idea);
    await this.database.transaction(async (tx) => {
      const variations = await this.planned(tx, id);
      if (idea.shares && idea.shares.length !== variations.length)
        throw sharesDoNotFit(variations.length);
      await tx
        .update(splitTests)
        .set({ hypothesis, measure, base, lift, audience })
        .where(eq(splitTests.id, id));
      for (const [index, variation] of variations.entries())
        await this.setVariation(tx, variation.id, {
          ...(idea.shares && { share: idea.shares[index]! }),
          ...(index === variations.length - 1 && { change: idea.change }),
        });
    });
    return this.tests.view(id);
  }

  /** Sets the draft as it is aside for a variation of its own, and makes another of what is written from now on. */
  async addVariation(id: TestId, change: string): Promise<TestView> {
    await this.database.transaction(async (tx) => {
      const variations = await this.planned(tx, id);
      if (variations.length >= mostVariations)
        throw new AppProblem('bad-request', {
          detail: `A test compares ${mostVariations} variations at most.`,
        });
      const last = variations.at(-1)!;
      const { pageId } = await this.tests.row(id, tx);
      const { draft } = await this.pages.row(pageId, tx);
      await this.setVariation(tx, last.id, { draft });
      await tx.insert(splitTestVariations).values({
        ...{ id: this.ids.next<VariationId>(), clientId: last.clientId, testId: id },
        ...{ position: last.position + 1, share: last.share, change },
      });
    });
    return this.tests.view(id);
  }

  async removeVariation(id: TestId, variationId: VariationId): Promise<TestView> {
    await this.database.transaction(async (tx) => {
      const variations = await this.planned(tx, id);
      const index = variations.findIndex((variation) => variation.id === variationId);
      if (index < 1 || index === variations.length - 1)
        throw new AppProblem('bad-request', {
          detail: 'The page as it is and its draft are always a part of a test.',
        });
      await tx.delete(splitTestVariations).where(eq(splitTestVariations.id, variationId));
      for (const later of variations.slice(index + 1))
        await this.setVariation(tx, later.id, { position: later.position - 1 });
    });
    return this.tests.view(id);
  }

  /** Writes what each variation is for good, and shows them to visitors from now on, in every process. */
  async start(id: TestId, who: CurrentUser): Promise<TestView> {
    await this.database.transaction(async (tx) => {
      const variations = await this.planned(tx, id);
      const { pageId } = await this.tests.row(id, tx);
      const page = await this.pages.row(pageId, tx);
      if (page.liveRevision === null || page.offline)
        throw new AppProblem('bad-request', {
          detail: `“${page.name}” is not live. Publish it first, then test an idea for it.`,
        });
      await this.needsCookies(tx, page.clientId);
      for (const [index, { id: variationId, draft }] of variations.entries()) {
        const revisionId =
          index === 0
            ? page.liveRevision
            : await this.writeVariation(tx, draft ? { ...page, draft } : page, id, index, who);
        await this.setVariation(tx, variationId, { revisionId });
      }
      await tx.update(splitTests).set({ startedAt: this.clock.now() }).where(eq(splitTests.id, id));
      await this.sites.changed(tx, page.clientId, [page.slug]);
    });
    return this.tests.view(id);
  }

  /** Who is known for a day alone would see another variation tomorrow. */
  private async needsCookies(tx: Queries, clientId: ClientId): Promise<void> {
    const [client] = await tx
      .select({ measuring: clients.measuring })
      .from(clients)
      .where(eq(clients.id, clientId));
    if (client?.measuring.mode === 'without')
      throw new AppProblem('bad-request', {
        detail:
          'This client’s visitors are counted without cookies, so nobody would see the same variation twice. Change that under Results, Tags.',
      });
  }

  private async writeVariation(
    tx: Queries,
    page: PageRow,
    id: TestId,
    index: number,
    who: CurrentUser,
  ) {
    try {
      return await this.publishing.writeForTest(tx, page, id, who);
    } catch (error) {
      if (!(error instanceof AppProblem)) throw error;
      throw new AppProblem('not-publishable', {
        detail: `Variation ${variationLetter(index)} can’t be shown yet. ${error.message}`,
      });
    }
  }

  /**
   * Ends a test with its numbers as they are now, and publishes the variation that is to be kept. The draft becomes what is
   * live then, unless the next idea has been begun on it.
   */
  async end(
    id: TestId,
    { keep, lesson }: { keep: VariationId | null; lesson: string },
    who: CurrentUser,
  ): Promise<TestView> {
    await this.database.transaction(async (tx) => {
      const test = await this.tests.row(id, tx);
      if (!test.startedAt || test.endedAt) throw new AppProblem('test-not-running');
      const variations = await this.tests.variations(id, tx);
      const kept = variations.find((variation) => variation.id === keep) ?? null;
      if (keep && !kept)
        throw new AppProblem('bad-request', { detail: 'There is no such variation in this test.' });
      const page = await this.tests.page(test, tx);
      await this.settle(tx, test, page, variations);
      const [ended] = await tx
        .update(splitTests)
        .set({ endedAt: this.clock.now(), kept: keep, lesson })
        .where(and(eq(splitTests.id, id), isNull(splitTests.endedAt)))
        .returning();
      if (!ended) throw new AppProblem('test-not-running');
      // There is nothing to publish where somebody deleted the page under test.
      if (!page.removedAt) await this.publishKept(tx, page, kept, variations, who);
    });
    return this.tests.view(id);
  }

  /** Keeps what was counted, since events are thrown away after a year. */
  private async settle(
    tx: Queries,
    test: TestRow,
    page: PageRow,
    variations: VariationRow[],
  ): Promise<void> {
    const counts = await this.tests.counts(tx, test, page, variations);
    for (const [index, { id }] of variations.entries())
      await this.setVariation(tx, id, {
        visitors: counts[index]!.trials,
        successes: counts[index]!.successes,
      });
  }

  private async publishKept(
    tx: Queries,
    page: PageRow,
    kept: VariationRow | null,
    variations: VariationRow[],
    who: CurrentUser,
  ): Promise<void> {
    if (kept && kept.position > 0)
      await this.publishing.putBackIn(tx, page.id, kept.revisionId!, who);
    else await this.sites.changed(tx, page.clientId, [page.slug]);
    await this.followWithDraft(tx, page, kept ?? variations[0]!, variations);
  }

  /** A draft that is still a variation of the test becomes the one that was kept. */
  private async followWithDraft(
    tx: Queries,
    page: PageRow,
    kept: VariationRow,
    variations: VariationRow[],
  ): Promise<void> {
    const shown = await tx
      .select({ id: pageRevisions.id, document: pageRevisions.document })
      .from(pageRevisions)
      .where(
        inArray(
          pageRevisions.id,
          variations.map(({ revisionId }) => revisionId!),
        ),
      );
    const wasTested = shown.some(({ document }) => isDeepStrictEqual(document, page.draft));
    const document = shown.find(({ id }) => id === kept.revisionId)?.document;
    if (!wasTested || !document) return;
    const forms = await this.forms.some(tx, page.clientId, formsOn(document));
    await this.pages.saveDraftIn(tx, page.id, page.version, { page: document, forms });
  }

  async remove(id: TestId): Promise<void> {
    await this.database.transaction(async (tx) => {
      await this.planned(tx, id);
      await tx.delete(splitTests).where(eq(splitTests.id, id));
    });
  }

  /** The variations of a test that has not begun; refuses any other. The test is held until the transaction is done. */
  private async planned(tx: Queries, id: TestId): Promise<VariationRow[]> {
    const [test] = await tx.select().from(splitTests).where(eq(splitTests.id, id)).for('update');
    if (!test || test.startedAt) throw new AppProblem('test-has-begun');
    return this.tests.variations(id, tx);
  }

  private async baseOf(pageId: PageId, { base, measure, audience }: TestIdea): Promise<number> {
    if (base) return base;
    const { rate } = await this.tests.grounds(pageId, measure, audience);
    return rate || guessedRate;
  }

  private async setVariation(
    tx: Queries,
    id: VariationId,
    changes: Partial<VariationRow>,
  ): Promise<void> {
    if (Object.keys(changes).length === 0) return;
    await tx.update(splitTestVariations).set(changes).where(eq(splitTestVariations.id, id));
  }
}

const sharesDoNotFit = (variations: number): AppProblem =>
  new AppProblem('bad-request', {
    detail: `There are ${variations} variations: give a share for each.`,
    fields: [{ field: 'body.shares', message: `Give ${variations} shares.` }],
  });
