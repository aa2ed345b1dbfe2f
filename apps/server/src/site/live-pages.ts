import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { brotliCompress, brotliCompressSync, constants } from 'node:zlib';
import { Inject, Injectable } from '@nestjs/common';
import {
  RevisionId,
  type CalendarId,
  type ClientId,
  type FileId,
  type FormId,
  type FunnelId,
  type PageId,
  type PictureId,
} from '@plumgate/core/basics';
import type { Brand } from '@plumgate/core/brand';
import { clientFields, type Facts } from '@plumgate/core/clients';
import type { FormDefinition } from '@plumgate/core/forms';
import { nextOf } from '@plumgate/core/funnels';
import { fillOrKeep, isPersonal, pageMergeBudget } from '@plumgate/core/messages';
import { bindingsOf, blocksOf, formsOn, textsIn, type PageDocument } from '@plumgate/core/page';
import type {
  FormState,
  FreeTimes,
  PageContext,
  PictureFormat,
  ShownBooking,
  ShownPicture,
} from '@plumgate/page-kit';
import { renderPage, type PageTold } from '@plumgate/page-kit/render';
import { and, asc, eq, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm';
import { clients } from '../clients/table.ts';
import { forms } from '../forms/table.ts';
import { funnels } from '../funnels/table.ts';
import { codeOn, stepsOf } from '../pages/page-row.ts';
import { earlierAddresses, isLive, pageRevisions, pages } from '../pages/table.ts';
import { fileHref } from '../pictures/file.service.ts';
import { pictureSrc, shownPictures } from '../pictures/picture-address.ts';
import { files } from '../pictures/table.ts';
import { Clock, MovableClock, SystemClock } from '../platform/clock.ts';
import { CONFIG, type Config } from '../platform/config.ts';
import { Database } from '../platform/database/database.ts';
import { PinoLogger } from '../platform/logging.ts';
import { SiteAddress } from '../platform/site-address.ts';
import { scriptName } from './assets.ts';
import { cardSize } from './share-card.ts';

/** A published page as it is kept in memory. */
export interface LivePage {
  clientId: ClientId;
  zone: string;
  funnelId: FunnelId;
  pageId: PageId;
  name: string;
  slug: string;
  revisionId: RevisionId;
  /** The agency's own HTML on it. */
  code: { head: string; body: string };
  document: PageDocument;
  forms: Record<FormId, FormDefinition>;
  clientName: string;
  facts: Facts;
  brand: Brand;
  nextStep: string | null;
  /** Where the page answers, whole: what search engines are told is its one address. */
  address: string;
  /** Reached only by sending the form of the step before. */
  gated: boolean;
  /** Whether a known visitor sees other words, or a form already filled in. */
  personal: boolean;
  /** What stands around it: its pictures as they are now, and where its links to pages and files lead. */
  around: Surroundings;
  /** The calendars whose free times it shows: such a page is made anew for every reader. */
  calendars: CalendarId[];
  /** `gzip` is made when somebody first asks for it: nearly all browsers take `br`. */
  body: {
    etag: string;
    plain: Buffer;
    br: Buffer;
    isPressedHard: boolean;
    gzip: Buffer | null;
  };
}

interface Surroundings {
  pictures: Map<PictureId, ShownPicture>;
  pages: Map<PageId, string>;
  files: Set<FileId>;
}

/** What a page shows to one reader; left out, it is what everybody sees. */
export interface Reader {
  person?: Record<string, string>;
  formState?: (block: string) => FormState;
  known?: PageContext['known'];
  booking?: ShownBooking | null;
  times?: Map<CalendarId, FreeTimes>;
}

const mostKept = 2000;
const untouched: FormState = { kind: 'fresh', typed: {} };

/**
 * The published pages, rendered and compressed once and served from memory until the client publishes again. One
 * process serves all hosts; with several, each would need telling of the others' publishing.
 */
@Injectable()
export class LivePages {
  private readonly tiles: string;
  private isPressing = false;
  private readonly kept = new Map<string, Promise<LivePage | null>>();
  private readonly loaded = new WeakMap<Promise<LivePage | null>, LivePage>();

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly address: SiteAddress,
    private readonly log: PinoLogger,
    @Inject(CONFIG) config: Config,
  ) {
    this.tiles = config.tilesUrl ?? '/~/tiles/{z}/{x}/{y}.svg';
  }

  /** The live page at an address; null when there is none. */
  find(clientSlug: string, pageSlug: string): Promise<LivePage | null> {
    const key = `${clientSlug}/${pageSlug}`;
    const known = this.kept.get(key);
    if (known) return known;
    const loading = this.load(clientSlug, pageSlug);
    this.kept.set(key, loading);
    if (this.kept.size > mostKept) this.kept.delete(this.kept.keys().next().value!);
    const drop = () => this.kept.delete(key);
    // What isn't there is asked again each time: it may be published the next moment.
    loading.then((page) => (page ? this.loaded.set(loading, page) : drop()), drop);
    return loading;
  }

  /** The live page at an address when it is in memory already; null sends the asker to `find`. */
  inMemory(clientSlug: string, pageSlug: string): LivePage | null {
    const loading = this.kept.get(`${clientSlug}/${pageSlug}`);
    const page = (loading && this.loaded.get(loading)) ?? null;
    if (page && !page.body.isPressedHard) this.pressHard(page.body);
    return page;
  }

  /**
   * A page that is asked for again is worth pressing harder, in the background. One at a time and no queue, so that many
   * cold pages neither take the processor from visitors nor wait in memory: whichever is asked for next has its turn.
   */
  private pressHard(body: LivePage['body']): void {
    if (this.isPressing) return;
    this.isPressing = true;
    press(body.plain, hard!)
      // What could not be pressed harder goes on as it is.
      .catch(() => body.br)
      .then(
        (br) => {
          body.br = br;
          body.isPressedHard = true;
          this.isPressing = false;
        },
        () => {},
      );
  }

  /** Where a page that once answered at an address answers now; null for an address that no live page ever had. */
  async movedTo(clientSlug: string, pageSlug: string): Promise<string | null> {
    const [found] = await this.database.db
      .select({ slug: pages.slug })
      .from(earlierAddresses)
      .innerJoin(pages, eq(pages.id, earlierAddresses.pageId))
      .innerJoin(clients, eq(clients.id, earlierAddresses.clientId))
      .where(and(eq(clients.slug, clientSlug), eq(earlierAddresses.slug, pageSlug), isLive));
    return found?.slug ?? null;
  }

  /** Whose page answered at an address before it was taken off or deleted; null where there never was one. */
  async shut(
    clientSlug: string,
    pageSlug: string,
  ): Promise<Pick<LivePage, 'clientName' | 'facts' | 'brand'> | null> {
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
          eq(clients.slug, clientSlug),
          isNotNull(pages.liveRevision),
          or(eq(pages.slug, pageSlug), inArray(pages.id, onceAt)),
        ),
      );
    return found ?? null;
  }

  /** The endings of a client's live pages that anybody may come to first, for the list that search engines read. */
  async listed(clientSlug: string): Promise<string[]> {
    const rows = await this.database.db
      .select({ slug: pages.slug })
      .from(pages)
      .innerJoin(clients, eq(clients.id, pages.clientId))
      .innerJoin(pageRevisions, eq(pageRevisions.id, pages.liveRevision))
      .where(
        and(
          eq(clients.slug, clientSlug),
          isLive,
          eq(pages.position, 0),
          // A page kept out of search engines is not told to them.
          sql`not coalesce((${pageRevisions.document}->>'hidden')::boolean, false)`,
        ),
      )
      .orderBy(asc(pages.slug));
    return rows.map(({ slug }) => slug);
  }

  /** After publishing: the client's pages are loaded anew when they are next asked for. */
  forget(clientId: ClientId): void {
    for (const [key, loading] of this.kept) {
      loading.then(
        (page) => {
          if (page?.clientId === clientId && this.kept.get(key) === loading) this.kept.delete(key);
        },
        () => {}, // it is not kept, and whoever asked for it was told
      );
    }
  }

  /** After publishing: everything of the client's is made anew, these pages at once, so that no visitor waits for it. */
  async renew(clientSlug: string, pageSlugs: string[]): Promise<void> {
    for (const key of this.kept.keys()) if (key.startsWith(`${clientSlug}/`)) this.kept.delete(key);
    // It is published already: what can't be made just now is made for the first visitor.
    await Promise.all(
      pageSlugs.map((slug) =>
        this.find(clientSlug, slug).catch((error: unknown) =>
          this.log.error({ err: error }, 'published page not ready beforehand'),
        ),
      ),
    );
  }

  /** After the demo's clock was moved: countdowns carry how far it is ahead. */
  forgetAll(): void {
    this.kept.clear();
  }

  /** An earlier revision of a live page, for a form that was opened before the page was published again. */
  async atRevision(
    page: Omit<LivePage, 'body'>,
    revision: string,
  ): Promise<Pick<LivePage, 'revisionId' | 'document' | 'forms'>> {
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
    return row ?? page;
  }

  /** The page's HTML for one reader. */
  render(page: Omit<LivePage, 'body'>, reader: Reader): string {
    return renderPage({
      page: page.document,
      assets: '/~',
      script: scriptName,
      told: this.toldOf(page),
      code: page.code,
      context: this.contextOf(page, reader),
    });
  }

  /** A page that opens from a folder: what it is made of lies beside it, and its form goes to an address of its own. */
  renderApart(
    page: Omit<LivePage, 'body'>,
    beside: {
      picture: (id: PictureId, width: number, format: PictureFormat) => string;
      action: string;
    },
  ): string {
    const context = this.contextOf(page, {});
    const site = new URL(beside.action).origin;
    return renderPage({
      page: page.document,
      assets: '.',
      script: scriptName,
      code: page.code,
      context: {
        ...context,
        nextStep: page.nextStep && `${site}${page.nextStep}`,
        pageHref: (id) => {
          const path = page.around.pages.get(id);
          return path ? `${site}${path}` : null;
        },
        picture: (ref) => ({
          ...context.picture(ref),
          src: (width, format) => beside.picture(ref.id, width, format),
        }),
        tileSrc: (...square) => new URL(context.tileSrc(...square), site).href,
        codeFrame: null,
        formAction: beside.action,
        revision: '',
      },
    });
  }

  private contextOf(page: Omit<LivePage, 'body'>, reader: Reader): PageContext {
    const fields = {
      client: clientFields(page.clientName, page.facts),
      person: reader.person ?? {},
      ...(reader.booking && {
        booking: { when: reader.booking.when, where: reader.booking.where },
      }),
    };
    const budget = pageMergeBudget();
    return {
      clientName: page.clientName,
      facts: page.facts,
      brand: page.brand,
      forms: page.forms,
      merge: (words) => fillOrKeep(words, fields, budget),
      nextStep: page.nextStep,
      pageHref: (id) => page.around.pages.get(id) ?? null,
      fileHref: (id) => (page.around.files.has(id) ? fileHref(id) : null),
      picture: ({ id, width, height }) =>
        page.around.pictures.get(id) ?? {
          width,
          height,
          src: (wide, format) => pictureSrc(id, wide, format, ''),
        },
      tileSrc: (zoom, x, y) =>
        this.tiles.replace('{z}', `${zoom}`).replace('{x}', `${x}`).replace('{y}', `${y}`),
      codeFrame: (block) => `/~/code/${page.revisionId}/${block}`,
      formAction: `/${page.slug}`,
      revision: page.revisionId,
      formState: reader.formState ?? (() => untouched),
      known: reader.known ?? null,
      times: (calendar) => reader.times?.get(calendar) ?? null,
      booking: reader.booking ?? null,
      clockAhead: this.clockAhead(),
      editing: null,
    };
  }

  /** What a page tells of itself: a hidden or gated one nothing to search engines. */
  private toldOf(page: Omit<LivePage, 'body'>): PageTold {
    const { origin } = new URL(page.address);
    const share = page.document.share;
    const picture = share && page.around.pictures.get(share.id);
    return {
      canonical: page.address,
      isHidden: page.document.hidden || page.gated,
      card: picture
        ? {
            src: `${origin}${picture.src(1200, 'jpeg')}`,
            width: 1200,
            height: Math.round((1200 * picture.height) / picture.width),
          }
        : { src: `${origin}/~/card/${page.revisionId}.png`, ...cardSize },
    };
  }

  /** By how much the program's clock is ahead of the visitor's, in ms: nothing, but for a demo's. */
  private clockAhead(): number {
    if (!(this.clock instanceof MovableClock)) return 0;
    return Math.round(new SystemClock().now().until(this.clock.now()).total('milliseconds'));
  }

  /**
   * A page as it would be if the whole funnel were published now, for those who may see drafts: a walk and a review.
   * Null when there is none at the address.
   */
  async draftAt(clientSlug: string, pageSlug: string): Promise<Omit<LivePage, 'body'> | null> {
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
    ) as LivePage['forms'];
    const before = steps.filter((_step, index) => nextOf(steps, index) === page.id);
    const around = await this.around(page.clientId, { document: page.draft, brand: client.brand });
    // Pages that are not live yet would be, by the same press.
    for (const step of steps) around.pages.set(step.id, `/${step.slug}`);
    return {
      clientId: page.clientId,
      zone: client.facts.zone,
      funnelId: page.funnelId,
      pageId: page.id,
      name: page.name,
      slug: page.slug,
      address: `${this.address.known(clientSlug)}/${page.slug}`,
      revisionId: page.liveRevision ?? (page.id as string as RevisionId),
      code: codeOn(funnel, page.draft),
      document: page.draft,
      forms: defined,
      clientName: client.name,
      facts: client.facts,
      brand: client.brand,
      nextStep: next ? `/${next.slug}` : null,
      gated:
        before.length > 0 &&
        before.every((step) =>
          formsOn(step.draft).some((id) => defined[id]?.after.kind === 'next-step'),
        ),
      personal: isPersonalPage(page.draft, page.position),
      calendars: bindingsOf(page.draft).calendars,
      around,
    };
  }

  private async load(clientSlug: string, pageSlug: string): Promise<LivePage | null> {
    const { db } = this.database;
    // The draft is as large as the page, and nothing of it is shown here.
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
      })
      .from(pages)
      .innerJoin(clients, eq(clients.id, pages.clientId))
      .innerJoin(pageRevisions, eq(pageRevisions.id, pages.liveRevision))
      .where(and(eq(clients.slug, clientSlug), eq(pages.slug, pageSlug), isLive));
    if (!found) return null;
    const { page, revision } = found;
    const beside = await db
      .select({
        id: pages.id,
        slug: pages.slug,
        next: pageRevisions.nextPage,
        // The forms themselves would be as much to read again as the page.
        asks: sql<boolean>`jsonb_path_exists(${pageRevisions.forms}, '$.*.after.kind ? (@ == "next-step")')`,
      })
      .from(pages)
      .innerJoin(pageRevisions, eq(pageRevisions.id, pages.liveRevision))
      .where(and(eq(pages.funnelId, page.funnelId), isLive));
    const next = beside.find((step) => step.id === revision.nextPage);
    const before = beside.filter((step) => step.next === page.id);
    const live = {
      clientId: page.clientId,
      zone: revision.facts.zone,
      funnelId: page.funnelId,
      pageId: page.id,
      name: page.name,
      slug: page.slug,
      address: `${this.address.known(clientSlug)}/${page.slug}`,
      revisionId: revision.id,
      code: { head: revision.head, body: revision.body },
      document: revision.document,
      forms: revision.forms,
      clientName: revision.clientName,
      facts: revision.facts,
      brand: revision.brand,
      nextStep: next ? `/${next.slug}` : null,
      gated: before.length > 0 && before.every(({ asks }) => asks),
      personal: isPersonalPage(revision.document, page.position),
      calendars: bindingsOf(revision.document).calendars,
      around: await this.around(page.clientId, revision),
    };
    return { ...live, body: bodyOf(this.render(live, {})) };
  }

  private async around(
    clientId: ClientId,
    { document, brand }: { document: PageDocument; brand: Brand },
  ): Promise<Surroundings> {
    const { db } = this.database;
    const bound = bindingsOf([document, { logo: brand.logo }]);
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
      pictures: await shownPictures(db, bound.pictures),
      pages: new Map(linked.map(({ id, slug }) => [id, `/${slug}`])),
      files: new Set(kept.map(({ id }) => id)),
    };
  }
}

const isPersonalPage = (document: PageDocument, position: number) =>
  textsIn(document).some(isPersonal) ||
  (position > 0 && formsOn(document).length > 0) ||
  blocksOf(document).some((block) => block.kind === 'your-booking');

/** How hard to press: at once for the visitor who waits, and harder for all who come after. */
const [quick, hard] = [5, 11].map((quality) => ({
  params: { [constants.BROTLI_PARAM_QUALITY]: quality },
}));
const press = promisify(brotliCompress);

/**
 * A page's bytes as they are sent. Pressing as hard as can be takes longer than all the rest of making a page (some 30 ms
 * of 40), so the first visitor gets it pressed quickly, about a tenth larger.
 */
function bodyOf(html: string): LivePage['body'] {
  const plain = Buffer.from(html);
  return {
    // Weak: the same page in several encodings is the same page (RFC 9110, section 8.8.1).
    etag: `W/"${createHash('sha256').update(plain).digest('base64url').slice(0, 22)}"`,
    plain,
    br: brotliCompressSync(plain, quick),
    isPressedHard: false,
    gzip: null,
  };
}
