import punycode from 'punycode/punycode.js';
import { parse } from 'tldts';
import { done, failed, type Outcome } from '../basics/index.ts';

/** A host as a client's own address. `host` is as DNS carries it, ASCII; `shown` as people write it. */
export interface HostName {
  host: string;
  shown: string;
  /** The part that its owner registered: `quayside-dental.test`. */
  registered: string;
  /** The registered name itself, at which a CNAME may not stand (RFC 1034, section 3.6.2). */
  isApex: boolean;
}

export type HostProblem =
  'empty' | 'not-a-name' | 'too-long' | 'an-address' | 'a-wildcard' | 'no-owner' | 'mixed-scripts';

/** Names no longer than DNS carries them: 253 characters in all, 63 in a label (RFC 1035, section 2.3.4). */
const most = { name: 253, label: 63 } as const;

/**
 * Reads a host as somebody typed or pasted it: with `https://`, a path, capitals or a dot at the end. What is left is
 * read by the URL standard, which gives international names their ASCII form; the public suffix list says who can own it.
 */
export function readHost(typed: string): Outcome<HostName, HostProblem> {
  const bare = typed
    .trim()
    .replace(/^[a-z][a-z0-9+.-]*:\/\//i, '')
    .replace(/[/?#].*$/s, '')
    .replace(/^[^@]*@/, '')
    .replace(/:\d*$/, '')
    .replace(/\.$/, '');
  if (bare === '') return failed('empty');
  if (bare.includes('*')) return failed('a-wildcard');
  // As typed, and as it would be read where it came in the form that DNS carries (RFC 3492).
  if (toUnicode(bare.toLowerCase()).split('.').some(mixesScripts)) return failed('mixed-scripts');
  const host = hostnameOf(bare);
  if (host === null) return failed(isTooLong(bare) ? 'too-long' : 'not-a-name');
  if (isTooLong(host)) return failed('too-long');
  const { isIp, domain } = parse(host, { allowPrivateDomains: true });
  if (isIp) return failed('an-address');
  if (!isName(host)) return failed('not-a-name');
  if (!domain) return failed('no-owner');
  return done({ host, shown: bare.toLowerCase(), registered: domain, isApex: host === domain });
}

/** A name as people read it; what can't be decoded stays as it is, for the URL standard to refuse. */
function toUnicode(name: string): string {
  try {
    return punycode.toUnicode(name);
  } catch {
    return name;
  }
}

const isTooLong = (name: string) =>
  name.length > most.name || name.split('.').some((label) => label.length > most.label);

function hostnameOf(bare: string): string | null {
  const address = `http://${bare}/`;
  return URL.canParse(address) ? new URL(address).hostname : null;
}

/** Letters, digits and hyphens, none of them at the edge of a label (RFC 1123, section 2.1); one dot at least. */
const isName = (host: string) =>
  /^(?:[a-z0-9](?:[a-z0-9-]*[a-z0-9])?\.)+[a-z0-9-]*[a-z][a-z0-9-]*$/.test(host);

/** A label that mixes Latin with letters that look like it is made to be mistaken for another (UTS 39, section 5.1). */
const mixesScripts = (label: string) =>
  /\p{Script=Latin}/u.test(label) &&
  /[\p{Script=Cyrillic}\p{Script=Greek}\p{Script=Armenian}]/u.test(label);
