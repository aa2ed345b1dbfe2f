import { LRUCache } from 'lru-cache';
import Negotiator from 'negotiator';

export type Encoding = 'br' | 'gzip' | 'identity';

/** Browsers send a few dozen different headers between them; reading one takes longer than finding it. */
const known = new LRUCache<string, Encoding>({ max: 200 });

/** How a body is best sent to anyone who accepts these encodings (RFC 9110, section 12.5.3): `br;q=0` is never. */
export function acceptedEncoding(header: string | undefined): Encoding {
  const accepts = header ?? '';
  const before = known.get(accepts);
  if (before) return before;
  const negotiator = new Negotiator({ headers: { 'accept-encoding': accepts } });
  // Of those that are accepted at all, ours is the order: the smallest first.
  const accepted = negotiator.encodings(['br', 'gzip']);
  const best = accepted.includes('br') ? 'br' : accepted.includes('gzip') ? 'gzip' : 'identity';
  known.set(accepts, best);
  return best;
}
