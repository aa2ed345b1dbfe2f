import { Injectable, type OnModuleInit } from '@nestjs/common';
import { LRUCache } from 'lru-cache';
import type { Consent } from '@plumgate/core/tags';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { PinoLogger } from '../../platform/logging.ts';
import { SiteVersions, type SiteChange } from '../clients/site-versions.ts';
import {
  bodyOf,
  compressFully,
  goodUntil,
  shownAfter,
  sizeOf,
  type LivePage,
  type PageBody,
  type ShownPage,
} from './live-page.ts';
import { PageLoader } from './page-loader.ts';
import { PageRenderer } from './page-renderer.ts';

/** Some two thousand pages, in bytes. */
const maxBytes = 256 * 2 ** 20;

/**
 * The published pages, rendered and compressed once and served from memory until something of their client's site
 * changes, in this process or in another. Misses are not cached: the page may be published a moment later, and addresses
 * that nobody has can't push out those that everybody asks for.
 */
@Injectable()
export class LivePages implements OnModuleInit {
  private isCompressing = false;
  private readonly cache = new LRUCache<string, LivePage>({
    maxSize: maxBytes,
    sizeCalculation: sizeOf,
  });
  /** What is being loaded: however many ask at once, it is made once. */
  private readonly loading = new Map<string, Promise<LivePage | null>>();

  constructor(
    private readonly loader: PageLoader,
    private readonly renderer: PageRenderer,
    private readonly sites: SiteVersions,
    private readonly clock: Clock,
    private readonly log: PinoLogger,
  ) {}

  onModuleInit(): void {
    this.sites.onChange((change) => this.renew(change));
  }

  /** The live page at an address; null when there is none. */
  async find(clientSlug: string, pageSlug: string): Promise<LivePage | null> {
    const key = keyOf(clientSlug, pageSlug);
    return this.fresh(key) ?? this.loading.get(key) ?? this.load(key, clientSlug, pageSlug);
  }

  /** The live page at an address when it is in memory already; null sends the asker to `find`. */
  inMemory(clientSlug: string, pageSlug: string): LivePage | null {
    const page = this.fresh(keyOf(clientSlug, pageSlug));
    if (page && !page.body.isFullyCompressed) this.compress(page.body);
    return page;
  }

  /** A page as some see it: with the phone number for their source, and with what they have agreed to. */
  variant(page: LivePage, clientSlug: string, { phone, consent }: Variant): LivePage {
    if (phone === null && isSameFor(page, consent)) return page;
    const key = keyOf(
      clientSlug,
      `${page.slug} ${page.variation?.variationId ?? ''} ${phone ?? ''} ${consent}`,
    );
    const known = this.cache.get(key);
    // The page itself may have been made anew.
    if (known?.revisionId === page.revisionId) {
      if (!known.body.isFullyCompressed) this.compress(known.body);
      return known;
    }
    const made = this.rendered(shownTo(page, { phone, consent }));
    this.cache.set(key, made);
    return made;
  }

  /** Every page is made again when it is next asked for: the demo's clock was moved, and countdowns carry how far it is ahead. */
  forgetAll(): void {
    this.cache.clear();
    this.loading.clear();
  }

  /** A page in memory, unless what it shows is over by now. */
  private fresh(key: string): LivePage | null {
    const page = this.cache.get(key) ?? null;
    const until = page?.until;
    if (!until || Temporal.Instant.compare(until, this.clock.now()) > 0) return page;
    this.cache.delete(key);
    return null;
  }

  /** A page ready to be sent, with all that a split test shows of it. */
  private async withTest(page: ShownPage): Promise<LivePage> {
    const test = await this.loader.testOf(page);
    return {
      ...this.rendered(page),
      ...(test && {
        test: { ...test, variations: test.variations.map((shown) => this.rendered(shown)) },
      }),
    };
  }

  private rendered = (page: ShownPage): LivePage => ({
    ...page,
    until: goodUntil(page, this.clock.now()),
    body: bodyOf(this.renderer.render(page, {})),
  });

  private load(key: string, clientSlug: string, pageSlug: string): Promise<LivePage | null> {
    const loading = this.loader
      .published(clientSlug, pageSlug)
      .then((page) => page && this.withTest(page))
      .then((page) => {
        // Not what was changed while it was read.
        if (page && this.loading.get(key) === loading) this.cache.set(key, page);
        return page;
      })
      .finally(() => {
        if (this.loading.get(key) === loading) this.loading.delete(key);
      });
    this.loading.set(key, loading);
    return loading;
  }

  /** Drops what a change makes out of date, and makes the pages that were published again, so that no visitor waits for them. */
  private async renew({ clientSlug, published }: SiteChange): Promise<void> {
    const ofClient = keyOf(clientSlug, '');
    for (const key of [...this.cache.keys(), ...this.loading.keys()])
      if (key.startsWith(ofClient)) {
        this.cache.delete(key);
        this.loading.delete(key);
      }
    // It is published already: what can't be made just now is made for the first visitor.
    await Promise.all(
      published.map((slug) =>
        this.find(clientSlug, slug).catch((error: unknown) =>
          this.log.error({ err: error }, 'published page not ready beforehand'),
        ),
      ),
    );
  }

  /**
   * A page that is asked for again is worth compressing fully, in the background. One at a time and no queue, so that many
   * cold pages neither take the processor from visitors nor wait in memory: whichever is asked for next has its turn.
   */
  private compress(body: PageBody): void {
    if (this.isCompressing) return;
    this.isCompressing = true;
    compressFully(body).then(
      () => (this.isCompressing = false),
      () => (this.isCompressing = false),
    );
  }
}

const keyOf = (clientSlug: string, pageSlug: string) => `${clientSlug}/${pageSlug}`;

/** What differs from one visitor of a page to the next; no phone number stands for the client's own. */
export interface Variant {
  phone: string | null;
  consent: Consent;
}

/** Whether a page looks the same to who has agreed to so much: nothing is held back, and there is no bar. */
const isSameFor = ({ consent, measuring, tags, ownCode }: ShownPage, to: Consent): boolean =>
  consent === to ||
  (measuring.mode !== 'ask' &&
    !ownCode.head &&
    !ownCode.body &&
    tags.every(({ content }) => !content.needsConsent));

/** A page as some see it, not rendered. */
export const shownTo = <Page extends ShownPage>(page: Page, { phone, consent }: Variant): Page => {
  const agreed = isSameFor(page, consent) ? page : shownAfter(page, consent);
  return phone === null ? agreed : shownWith(agreed, phone);
};

/** What a page is with another phone number: every part of it that shows the fact sheet's shows this one. */
export const shownWith = <Page extends ShownPage>(page: Page, phone: string): Page => ({
  ...page,
  facts: { ...page.facts, phone },
});
