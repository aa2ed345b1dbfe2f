import { cleanText, truncate } from '../basics/index.ts';

/** A source is a part of the roll-up's key, which has room for some two thousand bytes. */
const maxSourceLength = 60;

/** A source that came back from outside, in a cookie, as it may be counted. */
export const cleanSource = (source: string): string => cleanText(source.trim(), maxSourceLength);

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

/**
 * Where a visit came from, in the words the Path shows. What the address says wins over the referring page: first its
 * tags (`utm_source`, `utm_medium`), then what an ad platform added. A page of the same host says nothing new and gives
 * null, as does a bad referrer.
 */
export function arrivalSource(visit: {
  query: URLSearchParams;
  referrer: string;
  host: string;
}): string | null {
  if (visit.query.size === 0) return byReferrer(visit.referrer, visit.host);
  const source = tagOf(visit.query, 'utm_source');
  const medium = tagOf(visit.query, 'utm_medium');
  return (
    bySource(source, medium) ?? byClickId(visit.query) ?? byReferrer(visit.referrer, visit.host)
  );
}

const tagOf = (query: URLSearchParams, name: string) => query.get(name)?.trim().toLowerCase() ?? '';

function bySource(source: string, medium: string): string | null {
  const byMedium = media.find(([names]) => names.test(medium))?.[1];
  // Who was paid says more than how: `facebook` with `cpc` is an ad on a social network.
  if (byMedium?.endsWith(' ads') && networks.social.test(source)) return 'Social ads';
  if (byMedium === 'Other ads' && networks.search.test(source)) return 'Search ads';
  if (byMedium?.endsWith(' ads')) return byMedium;
  const named = source.replace(/[^\p{L}\p{N} ._-]/gu, '').replace(/^./u, (c) => c.toUpperCase());
  return named ? cleanSource(named) : (byMedium ?? null);
}

function byClickId(query: URLSearchParams): KnownSource | null {
  for (const name of query.keys()) {
    const known = clickIds[name.toLowerCase()];
    if (known && Object.hasOwn(clickIds, name.toLowerCase())) return known;
  }
  return null;
}

function byReferrer(referrer: string, host: string): string | null {
  if (!referrer) return 'Direct';
  if (!URL.canParse(referrer)) return null;
  const from = new URL(referrer).host;
  if (from === host) return null;
  // `google` of `www.google.co.uk`: only endings, which are short, follow the name of whom a host belongs to.
  const [, name = ''] = /([^.]+)(?:\.[a-z]{2,3}){1,2}$/.exec(from) ?? [];
  if (networks.search.test(name)) return 'Search';
  if (networks.social.test(name)) return 'Social';
  return truncate(from, maxSourceLength);
}
