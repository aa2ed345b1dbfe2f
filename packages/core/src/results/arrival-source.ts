/**
 * Where a visit came from, in the words the Path shows. An address's own tags (`utm_source`, `utm_medium`) win over the
 * referring page; a page of the same host says nothing new and gives null, as does a bad referrer.
 */
export function arrivalSource(visit: {
  query: URLSearchParams;
  referrer: string;
  host: string;
}): string | null {
  const source = visit.query.get('utm_source')?.trim().toLowerCase().slice(0, 60);
  const medium = visit.query.get('utm_medium')?.trim().toLowerCase().slice(0, 60);
  if (medium && /^(cpc|ppc|paid|paidsearch)$/.test(medium)) return 'Search ads';
  if (medium && /^(social|paid_?social|cpm)$/.test(medium)) return 'Social ads';
  if (source)
    return source.replace(/[^\p{L}\p{N} ._-]/gu, '').replace(/^./, (c) => c.toUpperCase());
  if (!visit.referrer) return 'Direct';
  const from = URL.canParse(visit.referrer) ? new URL(visit.referrer).host : null;
  return from === visit.host ? null : from;
}
