import { cleanText, truncate } from '../basics/index.ts';

/** A source is a part of the roll-up's key, which has room for some two thousand bytes. */
const maxSourceLength = 60;

/** A source that came back from outside, in a cookie, as it may be counted. */
export const cleanSource = (source: string): string => cleanText(source.trim(), maxSourceLength);

/**
 * Where a visit came from, in the words the Path shows. An address's own tags (`utm_source`, `utm_medium`) win over the
 * referring page; a page of the same host says nothing new and gives null, as does a bad referrer.
 */
export function arrivalSource(visit: {
  query: URLSearchParams;
  referrer: string;
  host: string;
}): string | null {
  const source = visit.query.get('utm_source')?.trim().toLowerCase();
  const medium = visit.query.get('utm_medium')?.trim().toLowerCase();
  if (medium && /^(cpc|ppc|paid|paidsearch)$/.test(medium)) return 'Search ads';
  if (medium && /^(social|paid_?social|cpm)$/.test(medium)) return 'Social ads';
  if (source)
    return cleanSource(
      source.replace(/[^\p{L}\p{N} ._-]/gu, '').replace(/^./u, (c) => c.toUpperCase()),
    );
  if (!visit.referrer) return 'Direct';
  const from = URL.canParse(visit.referrer) ? new URL(visit.referrer).host : null;
  return from === visit.host ? null : from && truncate(from, maxSourceLength);
}
