import { lookup as systemLookup, type LookupAddress } from 'node:dns';
import { request as requestPlain, type IncomingMessage } from 'node:http';
import { request as requestSecure } from 'node:https';
import type { LookupFunction } from 'node:net';
import ipaddr from 'ipaddr.js';

export interface OutboundRequest {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  headers?: Record<string, string>;
  body?: string;
  /** How many redirects are followed, each to an address that is checked like the first. */
  redirects?: number;
  /** The longest answer that is read. */
  maxBytes?: number;
  /** The longest wait for all of it. */
  timeoutMs?: number;
}

export interface OutboundAnswer {
  /** Where it came from, after redirects. */
  address: string;
  status: number;
  headers: Record<string, string | string[] | undefined>;
  content: Buffer;
}

/** Why a request was not made, or was broken off. */
export type OutboundRefusal =
  | 'bad-address'
  | 'private-address'
  | 'unknown-host'
  | 'too-large'
  | 'too-slow'
  | 'too-many-redirects'
  | 'unreachable';

/** A request to somebody else's address that could not be made. */
export class OutboundError extends Error {
  constructor(
    readonly code: OutboundRefusal,
    options?: ErrorOptions,
  ) {
    super(refusalWords[code], options);
  }
}

const refusalWords: Record<OutboundRefusal, string> = {
  'bad-address': 'Give a full address that begins with https://.',
  'private-address':
    'This address is in a private network. Give one that is reachable from the internet.',
  'unknown-host': 'There is no such host. Check the address.',
  'too-large': 'What is there is too large.',
  'too-slow': 'The server took too long to answer.',
  'too-many-redirects': 'The address leads on and on. Give the one where it ends.',
  unreachable: 'The server could not be reached.',
};

/** The longest answer that is read, and the longest wait for all of it: well below the lease of a lane. */
const [usualMaxBytes, usualTimeoutMs] = [2 ** 20, 20_000];

/**
 * The one way to addresses that people type in. A host is looked up once, and the connection goes to the address that was
 * checked, so that a name which answers differently the second time (DNS rebinding) gains nothing. Private, loopback and
 * link-local addresses are refused but for `allowed` (`host:port` each), redirects are followed only as far as a request says,
 * each looked up and checked anew, and size and time are limited. `standIns` are hosts of the program's own stand-ins, each
 * with where it is really served.
 */
export class SafeFetch {
  constructor(
    private readonly allowed: ReadonlySet<string> = new Set(),
    private readonly lookup: typeof systemLookup = systemLookup,
    private readonly standIns: ReadonlyMap<string, URL> = new Map(),
  ) {}

  /** @throws OutboundError */
  async fetch(address: string, asked: OutboundRequest): Promise<OutboundAnswer> {
    const signal = AbortSignal.timeout(asked.timeoutMs ?? usualTimeoutMs);
    let url = webAddress(address);
    for (let left = asked.redirects ?? 0; ; left--) {
      const answer = await this.send(url, asked, signal);
      const { location } = answer.headers;
      const leadsOn = answer.status >= 300 && answer.status < 400 && typeof location === 'string';
      if (!leadsOn || asked.redirects === undefined) return { ...answer, address: url.href };
      if (left === 0) throw new OutboundError('too-many-redirects');
      url = webAddress(location, url);
    }
  }

  private async send(
    url: URL,
    { method, headers, body, maxBytes = usualMaxBytes }: OutboundRequest,
    signal: AbortSignal,
  ): Promise<Omit<OutboundAnswer, 'address'>> {
    const standIn = this.standIns.get(url.hostname);
    const to = standIn ? new URL(url.pathname + url.search, standIn) : url;
    const isAllowed =
      standIn !== undefined ||
      this.allowed.has(`${url.hostname}:${url.port || defaultPorts[url.protocol]}`);
    const host = url.hostname.replace(/^\[|\]$/g, '');
    if (!isAllowed && ipaddr.isValid(host) && isPrivate(host))
      throw new OutboundError('private-address');
    const send = to.protocol === 'https:' ? requestSecure : requestPlain;
    return new Promise((resolve, reject) => {
      const request = send(to, {
        method,
        headers: { 'user-agent': 'PlumGate', ...(standIn && { host: url.host }), ...headers },
        lookup: this.checkedLookup(isAllowed),
        signal,
        // A kept connection would be to the address of an earlier look-up.
        agent: false,
      });
      request.on('error', (error) => reject(refusalOf(error)));
      request.on('response', (answer) => {
        read(answer, maxBytes).then(resolve, (error: unknown) => {
          request.destroy();
          reject(refusalOf(error));
        });
      });
      request.end(body);
    });
  }

  /** Looks a host up and refuses it when any of its addresses is private: which one is connected to is not ours to say. */
  private checkedLookup(isAllowed: boolean): LookupFunction {
    return (host, options, done) => {
      this.lookup(host, { ...options, all: true }, (error, found) => {
        const addresses = found as LookupAddress[] | undefined;
        if (error || !addresses?.length) return done(new OutboundError('unknown-host'), '');
        if (!isAllowed && addresses.some(({ address }) => isPrivate(address)))
          return done(new OutboundError('private-address'), '');
        if (options.all) return done(null, addresses);
        return done(null, addresses[0]!.address, addresses[0]!.family);
      });
    };
  }
}

const defaultPorts: Record<string, string> = { 'http:': '80', 'https:': '443' };

function webAddress(address: string, from?: URL): URL {
  const url = URL.canParse(address, from) ? new URL(address, from) : null;
  if (!url || !(url.protocol in defaultPorts) || url.username || url.password)
    throw new OutboundError('bad-address');
  return url;
}

/** Whether an address is anything but an ordinary one of the internet (IANA's special-purpose registries, by ipaddr.js). */
export const isPrivate = (address: string): boolean =>
  ipaddr.process(address).range() !== 'unicast';

async function read(
  answer: IncomingMessage,
  maxBytes: number,
): Promise<Omit<OutboundAnswer, 'address'>> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of answer as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > maxBytes) throw new OutboundError('too-large');
    chunks.push(chunk);
  }
  return {
    status: answer.statusCode!,
    headers: answer.headers,
    content: Buffer.concat(chunks),
  };
}

function refusalOf(error: unknown): OutboundError {
  if (error instanceof OutboundError) return error;
  const isTimeout =
    (error as Error).name === 'TimeoutError' || (error as Error).name === 'AbortError';
  return new OutboundError(isTimeout ? 'too-slow' : 'unreachable', { cause: error });
}
