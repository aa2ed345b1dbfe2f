import { z } from 'zod';
import { cleanText, truncate } from '../basics/index.ts';

/** A source is a part of the roll-up's key, which has room for some two thousand bytes. */
const maxSourceLength = 60;

/** A source that came back from outside, in a cookie, as it may be counted. */
export const cleanSource = (source: string): string => cleanText(source.trim(), maxSourceLength);

const said = z.string().max(200).optional();

/** Where a visit came from, as its address and its browser said it; nothing in it where it came by itself. */
export const Origin = z.object({
  /** The address's campaign tags: `utm_source` and so on. */
  source: said,
  medium: said,
  campaign: said,
  term: said,
  content: said,
  /** The field by which an ad platform marks a pressed ad, such as `gclid`, and what it put there. */
  click: said,
  clickId: said,
  /** The page that led here, as far as the browser names it: its host and path. */
  referrer: said,
  /** Only this is known of an earlier build's visitors. */
  named: said,
});
export type Origin = z.infer<typeof Origin>;

export const sourceRulePlaces = ['referrer', 'source', 'medium', 'campaign', 'field'] as const;

/** A client's own name for a source: where the referring page or a tag contains these words, or the address has this field. */
export const SourceRule = z.object({
  where: z.enum(sourceRulePlaces),
  contains: z.string().trim().min(1).max(100),
  name: z.string().trim().min(1).max(maxSourceLength),
});
export type SourceRule = z.infer<typeof SourceRule>;

/** Where somebody came from first and last, by name and as it was said. */
export interface Arrival {
  firstSource: string;
  source: string;
  origins: { first: Origin; last: Origin };
}

/** Somebody who came by themselves. */
export const directArrival: Arrival = {
  firstSource: 'Direct',
  source: 'Direct',
  origins: { first: {}, last: {} },
};

/** The sources that have a name of their own; any other is called by its tag or its host. */
export const knownSources = [
  'Search ads',
  'Social ads',
  'Display ads',
  'Other ads',
  'Search',
  'Social',
  'Email',
  'Text message',
  'QR code',
  'Affiliate',
  'Direct',
] as const;
type KnownSource = (typeof knownSources)[number];

/** Names that `utm_source` and hosts of referring pages have in common: `facebook`, `l.facebook.com`. Common practice, no source. */
const networks: Record<'search' | 'social', RegExp> = {
  search: /^(google|bing|yahoo|duckduckgo|ecosia|qwant|brave|startpage|baidu|yandex)$/,
  social:
    /^(facebook|fb|instagram|ig|threads|meta|messenger|linkedin|lnkd|tiktok|pinterest|pin|twitter|x|t|youtube|youtu|reddit|snapchat|nextdoor|whatsapp)$/,
};

/**
 * A medium that is paid for. The expression is that of the default channel groups in the help pages of the analytics
 * program whose tags these are (value from memory).
 */
const paid = /^(.*cp.*|ppc|retargeting|paid.*)$/;

/** What `utm_medium` says by itself. Media that are paid for come first. Common practice, no source. */
const media: [RegExp, KnownSource][] = [
  [/^(paid[-_ ]?search|sem|ppc)$/, 'Search ads'],
  [/^(paid[-_ ]?social|social[-_ ]?paid)$/, 'Social ads'],
  [/^(display|banner|cpm|expandable|interstitial|retargeting)$/, 'Display ads'],
  [/^cpc$/, 'Search ads'],
  [paid, 'Other ads'],
  [/^(social|social[-_ ]?(network|media)|sm)$/, 'Social'],
  [/^e[-_ ]?mail$/, 'Email'],
  [/^(sms|text)$/, 'Text message'],
  [/^qr([-_ ]?code)?$/, 'QR code'],
  [/^organic$/, 'Search'],
  [/^affiliates?$/, 'Affiliate'],
];

/**
 * What ad platforms add to an address when one of their ads, or for some any link of theirs, is pressed. Of those that
 * come with unpaid links too (`fbclid`, `igshid`) nobody can say that money was paid. Parameter meanings from the platforms'
 * documentation, values from memory.
 */
const clickIds: Record<string, KnownSource> = {
  gclid: 'Search ads',
  gbraid: 'Search ads',
  wbraid: 'Search ads',
  msclkid: 'Search ads',
  dclid: 'Display ads',
  ttclid: 'Social ads',
  twclid: 'Social ads',
  li_fat_id: 'Social ads',
  sccid: 'Social ads',
  rdt_cid: 'Social ads',
  epik: 'Social ads',
  fbclid: 'Social',
  igshid: 'Social',
};

/** A visit as the server is asked for it. */
export interface AskedFor {
  query: URLSearchParams;
  referrer: string;
  host: string;
}

/**
 * Where a visit came from. A page of the same host says nothing new and gives null, as does a bad referrer; what the
 * address says counts all the same. `rules` name fields of the address that are kept, too.
 */
export function originOf(
  { query, referrer, host }: AskedFor,
  rules: readonly SourceRule[] = [],
): Origin | null {
  const from = referrerOf(referrer, host);
  if (query.size === 0) return from;
  const origin: Origin = {};
  for (const tag of tags) {
    const value = cleanText(query.get(`utm_${tag}`)?.trim() ?? '', maxTagLength);
    if (value) origin[tag] = value;
  }
  const click = clickOf(query, rules);
  if (click) [origin.click, origin.clickId] = click;
  if (Object.keys(origin).length === 0) return from;
  return { ...origin, ...from };
}

/**
 * The name of a source. A client's own rules come first, in their order; then what the address says wins over the
 * referring page: its tags (`utm_source`, `utm_medium`), then what an ad platform added.
 */
export function sourceOf(origin: Origin, rules: readonly SourceRule[] = []): string {
  const named = rules.find((rule) => fits(rule, origin))?.name ?? origin.named;
  if (named) return cleanSource(named) || 'Direct';
  return (
    bySource(lower(origin.source), lower(origin.medium)) ??
    knownClick(origin.click) ??
    byReferrer(origin.referrer)
  );
}

/** An origin as it travels in a cookie: fields of a query. What makes it too long is left out, the least telling first. */
export function originText(origin: Origin): string {
  const kept = { ...origin };
  const text = () => new URLSearchParams(kept as Record<string, string>).toString();
  for (const field of ['term', 'content', 'clickId', 'referrer', 'campaign', 'source'] as const) {
    if (text().length <= maxTextLength) break;
    delete kept[field];
  }
  return text();
}

/** Reads what `originText` wrote; an earlier build wrote a source's name alone. */
export function originFromText(text: string): Origin {
  if (!text.includes('=')) {
    const named = cleanSource(text);
    return named && named !== 'Direct' ? { named } : {};
  }
  const read = Object.fromEntries(
    [...new URLSearchParams(text)].map(([field, value]) => [field, cleanText(value, 200)]),
  );
  return Origin.safeParse(read).data ?? {};
}

/** Whether nothing is known of where a visit came from. */
export const isDirect = (origin: Origin): boolean => Object.keys(origin).length === 0;

const tags = ['source', 'medium', 'campaign', 'term', 'content'] as const;
const maxTagLength = 100;
/** Two of them are in one cookie, which browsers keep up to 4,096 bytes of (RFC 6265, section 6.1), percent signs encoded once more. */
const maxTextLength = 700;

const lower = (text: string | undefined) => text?.toLowerCase() ?? '';

function fits({ where, contains }: SourceRule, origin: Origin): boolean {
  const looked = lower(contains);
  return where === 'field' ? lower(origin.click) === looked : lower(origin[where]).includes(looked);
}

/** The first field of an address that marks a pressed ad, or that a client's rules ask for. */
function clickOf(query: URLSearchParams, rules: readonly SourceRule[]): [string, string] | null {
  const own = new Set(
    rules.filter(({ where }) => where === 'field').map((rule) => lower(rule.contains)),
  );
  for (const [field, value] of query) {
    const name = field.toLowerCase();
    if (Object.hasOwn(clickIds, name) || own.has(name))
      return [cleanText(name, maxTagLength), cleanText(value, 200)];
  }
  return null;
}

function referrerOf(referrer: string, host: string): Origin | null {
  if (!referrer) return {};
  if (!URL.canParse(referrer)) return null;
  const from = new URL(referrer);
  if (from.host === host) return null;
  return { referrer: truncate(from.host + from.pathname.replace(/\/$/, ''), 100) };
}

function bySource(source: string, medium: string): string | null {
  const byMedium = media.find(([names]) => names.test(medium))?.[1];
  // Who was paid says more than how: `facebook` with `cpc` is an ad on a social network.
  if (byMedium?.endsWith(' ads') && networks.social.test(source)) return 'Social ads';
  if (byMedium === 'Other ads' && networks.search.test(source)) return 'Search ads';
  if (byMedium?.endsWith(' ads')) return byMedium;
  const named = source.replace(/[^\p{L}\p{N} ._-]/gu, '').replace(/^./u, (c) => c.toUpperCase());
  return named ? cleanSource(named) : (byMedium ?? null);
}

function knownClick(click: string | undefined): KnownSource | null {
  return click && Object.hasOwn(clickIds, click) ? clickIds[click]! : null;
}

function byReferrer(referrer: string | undefined): string {
  if (!referrer) return 'Direct';
  const [from = ''] = referrer.split('/');
  // `google` of `www.google.co.uk`: only endings, which are short, follow the name of whom a host belongs to.
  const [, name = ''] = /([^.]+)(?:\.[a-z]{2,3}){1,2}$/.exec(from) ?? [];
  if (networks.search.test(name)) return 'Search';
  if (networks.social.test(name)) return 'Social';
  return truncate(from, maxSourceLength);
}
