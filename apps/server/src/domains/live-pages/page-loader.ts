import { addressFieldsOf, mayLeadOn } from '@plumgate/core/forms';
import { Injectable } from '@nestjs/common';
import {
  referencesIn,
  RevisionId,
  type ClientId,
  type PageId,
  type PictureId,
} from '@plumgate/core/basics';
import { Brand, brandInStyle } from '@plumgate/core/brand';
import { nextOf } from '@plumgate/core/funnels';
import { isPersonal } from '@plumgate/core/messages';
import {
  bindingsOf,
  blocksOf,
  formsOn,
  textsIn,
  shownPage,
  type PageDocument,
} from '@plumgate/core/page';
import { codeOnPage, tagsOf, type Measuring, type PageCode } from '@plumgate/core/tags';
import { and, asc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { isGone, ListingContent, type ShownListing } from '@plumgate/core/listings';
import { Database } from '../../platform/database/database.ts';
import { Clock } from '../../platform/clock.ts';
import { SiteAddress } from '../../platform/site-address.ts';
import { calendars } from '../../records/booking/table.ts';
import { clients } from '../../records/clients/table.ts';
import { forms } from '../../records/forms/table.ts';
import { funnels } from '../../records/funnels/table.ts';
import { codeOn, stepsOf } from '../../records/pages/page-row.ts';
import { isLive, pageRevisions, pages } from '../../records/pages/table.ts';
import { files } from '../../records/pictures/table.ts';
import { homesForSale } from '../../records/listings/homes-for-sale.ts';
import { listingOf } from '../../records/listings/shown-listing.ts';
import { formsWithQuestions, shownEvent, type ShownEvent } from '@plumgate/core/booking';
import { shownPictures } from '../pictures/picture-address.ts';
import { tags } from '../../records/tags/table.ts';
import { splitTests, splitTestVariations } from '../../records/split-tests/table.ts';
import {
  shownAfter,
  unasked,
  type PageReferences,
  type RunningTest,
  type ShownPage,
} from './live-page.ts';

/** A split test whose variations are not rendered yet. */
type TestShown = Omit<RunningTest, 'variations'> & { variations: ShownPage[] };

/** Reads what a page shows from the database. */
@Injectable()
export class PageLoader {
  constructor(
    private readonly database: Database,
    private readonly address: SiteAddress,
    private readonly clock: Clock,
  ) {}

  /** What is published at an address; null when nothing is. */
  async published(clientSlug: string, pageSlug: string): Promise<ShownPage | null> {
    const { db } = this.database;
    // The draft is as large as the page, and none of it is shown here.
    const [found] = await db
      .select({
        page: {
          id: pages.id,
          clientId: pages.clientId,
          funnelId: pages.funnelId,
          name: pages.name,
          slug: pages.slug,
          position: pages.position,
        },
        revision: pageRevisions,
        sourceRules: clients.sourceRules,
        callNumbers: clients.callNumbers,
        measuring: clients.measuring,
        junkRules: { blockedWords: clients.blockedWords, minSeconds: clients.minSeconds },
      })
      .from(pages)
      .innerJoin(clients, eq(clients.id, pages.clientId))
      .innerJoin(pageRevisions, eq(pageRevisions.id, pages.liveRevision))
      .where(
        and(
          eq(clients.slug, clientSlug),
          isNull(clients.archivedAt),
          eq(pages.slug, pageSlug),
          isLive,
        ),
      );
    if (!found) return null;
    const { page, revision, sourceRules, callNumbers, junkRules, measuring } = found;
    const beside = await db
      .select({
        id: pages.id,
        slug: pages.slug,
        next: pageRevisions.nextPage,
        // The forms themselves would be as much to read again as the page.
        asks: sql<boolean>`jsonb_path_exists(${pageRevisions.forms}, '$.*.**.after.kind ? (@ == "next-step")')`,
      })
      .from(pages)
      .innerJoin(pageRevisions, eq(pageRevisions.id, pages.liveRevision))
      .where(and(eq(pages.funnelId, page.funnelId), isLive));
    const next = beside.find((step) => step.id === revision.nextPage);
    const before = beside.filter((step) => step.next === page.id);
    const gated = before.length > 0 && before.every(({ asks }) => asks);
    return {
      clientId: page.clientId,
      ...{ sourceRules, callNumbers },
      junkRules,
      funnelId: page.funnelId,
      pageId: page.id,
      name: page.name,
      slug: page.slug,
      address: `${this.address.known(clientSlug)}/${page.slug}`,
      nextStep: next ? `/${next.slug}` : null,
      gated,
      formBefore: gated ? `/${before[0]!.slug}` : null,
      variation: null,
      ...(await this.codeOf(page, measuring, revision)),
      ...(await this.asWritten(revision, page)),
    };
  }

  /** The split test that runs on a published page, with each of its variations as it is shown; null where none does. */
  async testOf(page: ShownPage): Promise<TestShown | null> {
    const rows = await this.database.db
      .select({
        test: splitTests,
        variation: splitTestVariations,
        revision: pageRevisions,
        position: pages.position,
      })
      .from(splitTests)
      .innerJoin(splitTestVariations, eq(splitTestVariations.testId, splitTests.id))
      .innerJoin(pageRevisions, eq(pageRevisions.id, splitTestVariations.revisionId))
      .innerJoin(pages, eq(pages.id, splitTests.pageId))
      .where(
        and(
          eq(splitTests.pageId, page.pageId),
          isNotNull(splitTests.startedAt),
          isNull(splitTests.endedAt),
        ),
      )
      .orderBy(asc(splitTestVariations.position));
    const test = rows[0]?.test;
    if (!test) return null;
    return {
      ...{ id: test.id, audience: test.audience },
      shares: rows.map(({ variation }) => variation.share),
      variations: await Promise.all(
        rows.map(async ({ revision, variation, position }) => {
          const { head, body } = revision;
          const shown = {
            ...page,
            ...(await this.asWritten(revision, { clientId: page.clientId, position })),
            ownCode: { head, body },
            variation: { testId: test.id, variationId: variation.id },
          };
          return shownAfter(shown, page.consent);
        }),
      ),
    };
  }

  /** What of others' runs on a page for who hasn't been asked: its own HTML, and the client's tags as they are now. */
  private async codeOf(
    page: Pick<ShownPage, 'clientId' | 'funnelId'> & { id: PageId },
    measuring: Measuring,
    { head, body }: PageCode,
  ): Promise<Pick<ShownPage, 'code' | 'ownCode' | 'tags' | 'measuring' | 'consent'>> {
    const rows = await this.database.db
      .select({ id: tags.id, content: tags.content })
      .from(tags)
      .where(eq(tags.clientId, page.clientId))
      .orderBy(asc(tags.position));
    const here = tagsOf(rows, { funnelId: page.funnelId, pageId: page.id });
    const consent = unasked(measuring);
    const ownCode = { head, body };
    const code = codeOnPage(ownCode, here, { hasConsent: consent === 'given', lead: null });
    return { code, ownCode, tags: here, measuring, consent };
  }

  /** What a page shows as a revision has it. */
  private async asWritten(
    revision: typeof pageRevisions.$inferSelect,
    { clientId, position }: { clientId: ClientId; position: number },
  ) {
    const { id, document, facts, clientName, brand } = revision;
    const homes = await this.homesOf(clientId, document, revision.listing);
    return {
      zone: facts.zone,
      revisionId: id,
      document: shownPage(document, facts),
      forms: await this.withQuestions(clientId, revision),
      ...{ clientName, facts, brand },
      personal: isPersonalPage(document, position),
      addressFields: addressFieldsOf(Object.values(revision.forms)),
      event: await this.eventOf(clientId, document),
      ...homes,
      calendars: calendarsOn(document),
      references: await this.referencesOf(clientId, revision, homes),
    };
  }

  /**
   * A page as it would be if the whole funnel were published now, for those who may see drafts: a test run and an approval.
   * Null when there is none at the address.
   */
  async draft(clientSlug: string, pageSlug: string): Promise<ShownPage | null> {
    const { db } = this.database;
    const [found] = await db
      .select({ page: pages, client: clients, funnel: funnels })
      .from(pages)
      .innerJoin(clients, eq(clients.id, pages.clientId))
      .innerJoin(funnels, eq(funnels.id, pages.funnelId))
      .where(and(eq(clients.slug, clientSlug), eq(pages.slug, pageSlug), isNull(pages.removedAt)));
    if (!found) return null;
    const { page, client, funnel } = found;
    const steps = await stepsOf(db, page.funnelId);
    const at = steps.findIndex(({ id }) => id === page.id);
    const next = steps.find(({ id }) => id === nextOf(steps, at));
    const ids = [...new Set(steps.flatMap((step) => formsOn(step.draft)))];
    const kept = ids.length ? await db.select().from(forms).where(inArray(forms.id, ids)) : [];
    const defined = Object.fromEntries(
      kept.map(({ id, definition }) => [id, definition]),
    ) as ShownPage['forms'];
    const before = steps.filter((_step, index) => nextOf(steps, index) === page.id);
    const gated =
      before.length > 0 &&
      before.every((step) =>
        formsOn(step.draft).some((id) => defined[id] && mayLeadOn(defined[id])),
      );
    const brand = brandInStyle(client.brand, funnel.style);
    const homes = await this.homesOf(page.clientId, page.draft, null);
    const shown = { document: page.draft, forms: defined, brand };
    const references = await this.referencesOf(page.clientId, shown, homes);
    // Pages that are not live yet would be, by the same press.
    for (const step of steps) references.pages.set(step.id, `/${step.slug}`);
    return {
      clientId: page.clientId,
      zone: client.facts.zone,
      sourceRules: client.sourceRules,
      callNumbers: client.callNumbers,
      junkRules: { blockedWords: client.blockedWords, minSeconds: client.minSeconds },
      funnelId: page.funnelId,
      pageId: page.id,
      name: page.name,
      slug: page.slug,
      address: `${this.address.known(clientSlug)}/${page.slug}`,
      revisionId: page.liveRevision ?? (page.id as string as RevisionId),
      document: shownPage(page.draft, client.facts),
      forms: await this.withQuestions(page.clientId, { document: page.draft, forms: defined }),
      clientName: client.name,
      facts: client.facts,
      brand,
      nextStep: next ? `/${next.slug}` : null,
      gated,
      formBefore: gated ? `/${before[0]!.slug}` : null,
      personal: isPersonalPage(page.draft, page.position),
      addressFields: addressFieldsOf(Object.values(defined)),
      event: await this.eventOf(page.clientId, page.draft),
      ...homes,
      calendars: calendarsOn(page.draft),
      references,
      variation: null,
      ...(await this.codeOf(page, client.measuring, codeOn(funnel, page.draft))),
    };
  }

  /** An earlier revision of a live page, for a form that was opened before the page was published again. */
  async atRevision(
    page: ShownPage,
    revision: string,
  ): Promise<Pick<ShownPage, 'revisionId' | 'document' | 'forms'>> {
    const asked = RevisionId.safeParse(revision);
    if (revision === page.revisionId || !asked.success) return page;
    const [row] = await this.database.db
      .select({
        revisionId: pageRevisions.id,
        document: pageRevisions.document,
        forms: pageRevisions.forms,
      })
      .from(pageRevisions)
      .where(and(eq(pageRevisions.id, asked.data), eq(pageRevisions.pageId, page.pageId)));
    return row ? { ...row, forms: await this.withQuestions(page.clientId, row) } : page;
  }

  /** The forms of a page, with what the calendars ask whose times it offers: that is as it is now. */
  private async withQuestions(
    clientId: ClientId,
    { document, forms }: Pick<ShownPage, 'document' | 'forms'>,
  ): Promise<ShownPage['forms']> {
    const offered = blocksOf(document).flatMap((block) =>
      block.kind === 'booking' ? [block] : [],
    );
    if (offered.length === 0) return forms;
    const rows = await this.database.db
      .select({ id: calendars.id, content: calendars.content })
      .from(calendars)
      .where(
        and(
          eq(calendars.clientId, clientId),
          inArray(
            calendars.id,
            offered.map(({ calendarId }) => calendarId),
          ),
        ),
      );
    return formsWithQuestions(
      forms,
      offered.map(({ formId, calendarId }) => ({
        formId,
        questions: rows.find(({ id }) => id === calendarId)?.content.questions ?? [],
      })),
    );
  }

  private async eventOf(
    clientId: ClientId,
    { event }: Pick<PageDocument, 'event'>,
  ): Promise<ShownEvent | null> {
    if (!event) return null;
    const [row] = await this.database.db
      .select({ content: calendars.content })
      .from(calendars)
      .where(
        and(eq(calendars.id, event), eq(calendars.clientId, clientId), isNull(calendars.removedAt)),
      );
    return row ? shownEvent(row.content, this.clock.now()) : null;
  }

  /** The home that a page is about, as it was written down or as it is, and the client's homes for sale where a page shows them. */
  private async homesOf(
    clientId: ClientId,
    document: PageDocument,
    written: ShownListing | null,
  ): Promise<Pick<ShownPage, 'listing' | 'homes'>> {
    const { db } = this.database;
    const bound = document.listing;
    const listing = written ?? (bound ? await listingOf(db, clientId, bound.id) : null);
    const showsHomes = blocksOf(document).some(({ kind }) => kind === 'homes');
    // The page of a home that is gone shows the others.
    const offersOthers = listing !== null && isGone(listing.content);
    return { listing, homes: showsHomes || offersOthers ? await homesForSale(db, clientId) : [] };
  }

  private async referencesOf(
    clientId: ClientId,
    { document, forms, brand }: { document: PageDocument; forms: ShownPage['forms']; brand: Brand },
    { listing, homes }: Pick<ShownPage, 'listing' | 'homes'>,
  ): Promise<PageReferences> {
    const { db } = this.database;
    const bound = bindingsOf([document, ...Object.values(forms)]);
    const ofBrand = referencesIn(Brand, brand).map(({ id }) => id as PictureId);
    const linked =
      bound.pages.length > 0
        ? await db
            .select({ id: pages.id, slug: pages.slug })
            .from(pages)
            .where(and(eq(pages.clientId, clientId), inArray(pages.id, bound.pages), isLive))
        : [];
    const kept =
      bound.files.length > 0
        ? await db
            .select({ id: files.id })
            .from(files)
            .where(and(eq(files.clientId, clientId), inArray(files.id, bound.files)))
        : [];
    return {
      pictures: await shownPictures(db, [
        ...bound.pictures,
        ...ofBrand,
        ...picturesOfHomes(listing, homes),
      ]),
      pages: new Map(linked.map(({ id, slug }) => [id, `/${slug}`])),
      files: new Set(kept.map(({ id }) => id)),
    };
  }
}

/** All of the page's own home, of every other one the first. */
const picturesOfHomes = (listing: ShownPage['listing'], homes: ShownPage['homes']): PictureId[] => [
  ...(listing ? referencesIn(ListingContent, listing.content) : []).flatMap(({ kind, id }) =>
    kind === 'picture' ? [id as PictureId] : [],
  ),
  ...(listing?.agent?.picture ? [listing.agent.picture.id] : []),
  ...homes.flatMap(({ content }) => content.pictures.slice(0, 1).map(({ picture }) => picture.id)),
];

/** The calendars of which a page offers times. */
const calendarsOn = (document: PageDocument): ShownPage['calendars'] => [
  ...new Set(
    blocksOf(document).flatMap((block) => (block.kind === 'booking' ? [block.calendarId] : [])),
  ),
];

const isPersonalPage = (document: PageDocument, position: number) =>
  textsIn(document).some(isPersonal) ||
  (position > 0 && formsOn(document).length > 0) ||
  blocksOf(document).some((block) => block.kind === 'your-booking');
