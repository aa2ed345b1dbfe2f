/** So many people are looked at for an estimate: the first of a client in the order of their ids, which are random. */
export const sampleSize = 6000;
/** How many people were looked at, how many of them match, and the last one's id. */
export interface Sample {
  seen: number;
  hits: number;
  last: string;
}

/** Up to so many people are counted. */
const mostCounted = 10_000;
/** With fewer in the sample all are counted, too. */
const leastHits = 60;

/**
 * About how many people match, to two digits, by how many of a sample do; null where they are to be counted, and where the
 * sample is everybody. How far among all ids the sample reaches tells of how many it is one. The standard error of a
 * proportion (p (1 − p) / n; any textbook of statistics) makes it 13% at most.
 */
export function estimatedTotal(sample: Sample): number | null {
  const { seen, hits, last } = sample;
  if (seen < sampleSize || hits < leastHits) return null;
  const share = Number.parseInt(last.slice(0, 8), 16) / 2 ** 32;
  const total = hits / share;
  return total > mostCounted ? Number(total.toPrecision(2)) : null;
}
