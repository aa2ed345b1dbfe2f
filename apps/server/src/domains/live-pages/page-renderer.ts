import { Inject, Injectable } from '@nestjs/common';
import type { CalendarId, PictureId } from '@plumgate/core/basics';
import { clientFields } from '@plumgate/core/clients';
import { homeReader, pageWords } from '@plumgate/core/languages';
import { listingFields, localMoment } from '@plumgate/core/listings';
import { ownConsentWords } from '@plumgate/core/tags';
import { fillOrKeep, pageMergeBudget } from '@plumgate/core/messages';
import type {
  FormState,
  FreeTimes,
  PageContext,
  PictureFormat,
  ShownBooking,
} from '@plumgate/page-kit';
import { renderPage, type ConsentBar, type PageMetadata } from '@plumgate/page-kit/render';
import { Clock, MovableClock, SystemClock } from '../../platform/clock.ts';
import { CONFIG, type Config } from '../../platform/config.ts';
import { eventOnPage } from '@plumgate/core/booking';
import { fileHref } from '../pictures/file.service.ts';
import { pictureSrc } from '../pictures/picture-address.ts';
import { scriptName } from './assets.ts';
import type { ShownPage } from './live-page.ts';
import { cardSize } from './share-card.ts';

/** What a page shows to one reader; left out, it is what everybody sees. */
export interface Reader {
  person?: Record<string, string>;
  vouchers?: Record<string, string>;
  formState?: (block: string) => FormState;
  known?: PageContext['known'];
  filled?: PageContext['filled'];
  booking?: ShownBooking | null;
  times?: Map<CalendarId, FreeTimes>;
  /** Where the form is that leads here and that they have not sent; null for who has. */
  formBefore?: string | null;
}

/** What is asked at the foot of a page whose client asks; null where nobody is. */
function consentBarOf({ measuring, consent, document, slug }: ShownPage): ConsentBar | null {
  if (measuring.mode !== 'ask') return null;
  return {
    ...{ isOpen: consent === 'open', page: slug, policy: measuring.policy },
    words: ownConsentWords(measuring, document.language),
  };
}

const freshFormState: FormState = { kind: 'fresh', typed: {} };

/** Puts a page together as one reader sees it: the one place where that is decided. */
@Injectable()
export class PageRenderer {
  private readonly tiles: string;

  constructor(
    private readonly clock: Clock,
    @Inject(CONFIG) config: Config,
  ) {
    this.tiles = config.tilesUrl ?? '/~/tiles/{z}/{x}/{y}.svg';
  }

  /** The page's HTML for one reader. */
  render(page: ShownPage, reader: Reader): string {
    return renderPage({
      page: page.document,
      assets: '/~',
      script: scriptName,
      metadata: this.metadataOf(page),
      code: page.code,
      consentBar: consentBarOf(page),
      context: this.contextOf(page, reader),
    });
  }

  /** A page that opens from a folder: what it is made of lies beside it, and its form goes to an address of its own. */
  renderApart(
    page: ShownPage,
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
          const path = page.references.pages.get(id);
          return path ? `${site}${path}` : null;
        },
        picture: (ref) => ({
          ...context.picture(ref),
          src: (width, format) => beside.picture(ref.id, width, format),
        }),
        tileSrc: (...square) => new URL(context.tileSrc(...square), site).href,
        codeFrame: null,
        formAction: beside.action,
        chatAction: null,
        revision: '',
      },
    });
  }

  private contextOf(page: ShownPage, reader: Reader): PageContext {
    const words = pageWords(page.document.language);
    const now = localMoment(this.clock.now(), page.zone);
    const fields = {
      client: clientFields(page.clientName, page.facts),
      person: reader.person ?? {},
      vouchers: reader.vouchers ?? {},
      ...(reader.booking && {
        booking: { when: reader.booking.when, where: reader.booking.where },
      }),
      ...(page.event && {
        event: eventOnPage(page.event, page.facts, words.locale),
      }),
      ...(page.listing && {
        listing: listingFields(page.listing.content, homeReader(page.facts, words), now),
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
      pageHref: (id) => page.references.pages.get(id) ?? null,
      fileHref: (id) => (page.references.files.has(id) ? fileHref(id) : null),
      picture: ({ id, width, height }) =>
        page.references.pictures.get(id) ?? {
          width,
          height,
          src: (wide, format) => pictureSrc(id, wide, format, ''),
        },
      tileSrc: (zoom, x, y) =>
        this.tiles.replace('{z}', `${zoom}`).replace('{x}', `${x}`).replace('{y}', `${y}`),
      codeFrame: (block) => `/~/code/${page.revisionId}/${block}`,
      formAction: `/${page.slug}`,
      chatAction: (block) => `/~/chat/${page.slug}/${block}`,
      revision: page.revisionId,
      formState: reader.formState ?? (() => freshFormState),
      known: reader.known ?? null,
      filled: reader.filled ?? null,
      times: (calendar) => reader.times?.get(calendar) ?? null,
      booking: reader.booking ?? null,
      formBefore: reader.formBefore ?? null,
      event: page.event && { start: page.event.start, zone: page.event.facts.zone },
      listing: page.listing,
      homes: page.homes,
      now,
      clockAhead: this.clockAhead(),
      editing: null,
    };
  }

  /** What a page tells of itself: a hidden or gated one nothing to search engines. */
  private metadataOf(page: ShownPage): PageMetadata {
    const { origin } = new URL(page.address);
    const share = page.document.share;
    const picture = share && page.references.pictures.get(share.id);
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
}
