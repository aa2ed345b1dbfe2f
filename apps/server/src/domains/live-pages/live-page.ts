import { createHash, createHmac } from 'node:crypto';
import { promisify } from 'node:util';
import { brotliCompress, brotliCompressSync, constants } from 'node:zlib';
import type {
  CalendarId,
  ClientId,
  FileId,
  FormId,
  FunnelId,
  Instant,
  PageId,
  PictureId,
  RevisionId,
  TestId,
} from '@plumgate/core/basics';
import type { Brand } from '@plumgate/core/brand';
import type { CallNumber } from '@plumgate/core/calls';
import type { Facts } from '@plumgate/core/clients';
import type { FormDefinition, JunkRules } from '@plumgate/core/forms';
import type { PageDocument } from '@plumgate/core/page';
import {
  localMoment,
  openHousesFrom,
  type ListedHome,
  type ShownListing,
} from '@plumgate/core/listings';
import type { SourceRule } from '@plumgate/core/results';
import {
  codeOnPage,
  consentOf,
  type Consent,
  type Measuring,
  type PageCode,
  type SentLead,
  type Tag,
} from '@plumgate/core/tags';
import type { ShownPicture } from '@plumgate/page-kit';
import type { ShownEvent } from '@plumgate/core/booking';
import { Temporal } from 'temporal-polyfill';
import { takesPart, variationAt, type TestAudience } from '@plumgate/core/splittest';
import type { SeenVariation } from '../results/visit-events.ts';

/** A page as visitors see it: a published revision, or a draft for those who may see drafts. */
export interface ShownPage {
  clientId: ClientId;
  zone: string;
  /** The client's own names for where visits come from. */
  sourceRules: SourceRule[];
  /** The client's phone numbers for visitors from one source alone. */
  callNumbers: CallNumber[];
  /** What the client wants put aside. */
  junkRules: Pick<JunkRules, 'blockedWords' | 'minSeconds'>;
  funnelId: FunnelId;
  pageId: PageId;
  name: string;
  slug: string;
  revisionId: RevisionId;
  /** Everything of others' that runs on it, as it is for who sees it so. */
  code: PageCode;
  /** What that is made of: HTML of the agency's own, and tags. */
  ownCode: PageCode;
  tags: Tag[];
  /** How visitors of it are counted and asked, and what those who see it so have agreed to. */
  measuring: Measuring;
  consent: Consent;
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
  /** Where that form is; null where the page is not gated. */
  formBefore: string | null;
  /** Whether a known visitor sees other words, or a form already filled in. */
  personal: boolean;
  /** What it refers to: its pictures as they are now, and where its links to pages and files lead. */
  references: PageReferences;
  /** The fields of its address that fill questions of its forms. */
  addressFields: string[];
  /** The event that its words and countdowns speak of, as it is now. */
  event: ShownEvent | null;
  /** The home that it is about, and the client's homes for sale where it shows them. */
  listing: ShownListing | null;
  homes: ListedHome[];
  /** The calendars whose free times it shows: such a page is made again for every reader. */
  calendars: CalendarId[];
  /** Which variation of a split test it is; null for the page as everybody else sees it. */
  variation: SeenVariation | null;
}

/** A page for who has agreed to so much, and who has just sent a form where one is given. */
export const shownAfter = <Page extends ShownPage>(
  page: Page,
  consent: Consent,
  lead: SentLead | null = null,
): Page => ({
  ...page,
  consent,
  code: codeOnPage(page.ownCode, page.tags, { hasConsent: consent === 'given', lead }),
});

/** What a page's visitors have agreed to who haven't been asked. */
export const unasked = (measuring: Measuring): Consent =>
  consentOf(measuring, { answer: null, asksNotTo: false });

/** A published page, rendered and compressed. */
export interface LivePage extends ShownPage {
  body: PageBody;
  /** When it has to be made anew (`goodUntil`). */
  until: Instant | null;
  /** The split test that runs on it. */
  test?: RunningTest;
}

/** A split test as visitors meet it: which of its variations each sees is decided here, and all of them are in memory. */
export interface RunningTest {
  id: TestId;
  audience: TestAudience;
  /** The weight of each variation. */
  shares: number[];
  variations: LivePage[];
}

/** The variation of a page that a visitor sees, the same at every visit; the page itself where they take no part in a test. */
export function pageSeenBy(
  page: LivePage,
  visitor: {
    id: string;
    device: 'phone' | 'wide';
    source: string;
    bot: boolean;
    isForDay: boolean;
  },
): LivePage {
  const { test } = page;
  // Who is known for a day alone would see another variation tomorrow.
  if (!test || visitor.bot || visitor.isForDay || !takesPart(test.audience, visitor)) return page;
  return test.variations[variationAt(test.shares, pointOf(test.id, visitor.id))] ?? page;
}

/** A point from 0 up to 1 that is a visitor's own in a test: another one in every test, and none that they could choose. */
const pointOf = (test: TestId, visitorId: string): number =>
  createHmac('sha256', test).update(visitorId).digest().readUInt32BE() / 2 ** 32;

export interface PageReferences {
  pictures: Map<PictureId, ShownPicture>;
  pages: Map<PageId, string>;
  files: Set<FileId>;
}

/** Until when a page may stay in memory: the event on it has another date then, or an open house is over. Null for as long as nothing changes. */
export function goodUntil({ event, listing, zone }: ShownPage, now: Instant): Instant | null {
  const [next] = openHousesFrom(listing?.content.openHouses ?? [], localMoment(now, zone));
  const over = next && Temporal.PlainDateTime.from(`${next.day}T${next.to}`).toZonedDateTime(zone);
  const [first] = [event?.until, over?.toInstant()]
    .filter((moment) => moment != null)
    .toSorted(Temporal.Instant.compare);
  return first ?? null;
}

/** A page's bytes. `gzip` is made when somebody first asks for it: nearly all browsers take `br`. */
export interface PageBody {
  etag: string;
  plain: Buffer;
  br: Buffer;
  isFullyCompressed: boolean;
  gzip: Buffer | null;
}

/** How much to compress: at once for the visitor who waits, and fully for all who come after. */
const [quick, full] = [5, 11].map((quality) => ({
  params: { [constants.BROTLI_PARAM_QUALITY]: quality },
}));
const compress = promisify(brotliCompress);

/**
 * A page's bytes as they are sent. Full compression takes longer than all the rest of making a page (some 30 ms of 40),
 * so the first visitor gets it compressed quickly, about a tenth larger.
 */
export function bodyOf(html: string): PageBody {
  const plain = Buffer.from(html);
  return {
    // Weak: the same page in several encodings is the same page (RFC 9110, section 8.8.1).
    etag: `W/"${createHash('sha256').update(plain).digest('base64url').slice(0, 22)}"`,
    plain,
    br: brotliCompressSync(plain, quick),
    isFullyCompressed: false,
    gzip: null,
  };
}

/** Compresses a page's bytes fully, in place; what can't be compressed further stays as it is. */
export async function compressFully(body: PageBody): Promise<void> {
  body.br = await compress(body.plain, full!).catch(() => body.br);
  body.isFullyCompressed = true;
}

/** How much memory a page takes, in bytes, about: its bytes, and its document as an object. */
export const sizeOf = ({ body, test }: LivePage): number =>
  body.plain.length * 3 +
  body.br.length +
  (body.gzip?.length ?? 0) +
  (test?.variations ?? []).reduce((all, variation) => all + sizeOf(variation), 0);
