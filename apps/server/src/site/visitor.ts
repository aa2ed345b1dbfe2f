import { randomBytes } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import {
  isDirect,
  originFromText,
  originOf,
  originText,
  sourceOf,
  type Arrival,
  type SourceRule,
} from '@plumgate/core/results';
import { numberForSource } from '@plumgate/core/calls';
import type { Instant } from '@plumgate/core/basics';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { isbot } from 'isbot';
import type { ShownPage } from '../domains/live-pages/live-page.ts';
import { CONFIG, type Config } from '../platform/config.ts';
import { cookieSpec, type CookieSpec } from '../platform/http/cookies.ts';

export interface Visitor extends Arrival {
  id: string;
  /** The browser brought the id along; otherwise it is new, and the next request may bring another. */
  known: boolean;
  device: 'phone' | 'wide';
  bot: boolean;
}

/** What is read of a request to know who sent it. */
export interface VisitorRequest {
  url: string;
  agent: string;
  referrer: string;
  host: string;
  /** The value of the visitor cookie; empty without one. */
  cookie: string;
}

/**
 * Who looks at a page: a first-party id and where they came from last and first, all in one cookie. Somebody who comes back
 * by another ad is counted to that one from then on: the last click gets the credit (common practice, no source). `rules`
 * name the client's sources; `keep` is what the cookie is to become, null where it stays.
 */
export function visitorOf(
  request: VisitorRequest,
  rules: readonly SourceRule[],
): Visitor & { keep: string | null } {
  const [id = '', lastText, firstText] = request.cookie.split('~');
  const isKnown = /^[\w-]{22}$/.test(id);
  const query = queryOf(request.url);
  const arrived = originOf({ query, referrer: request.referrer, host: request.host }, rules);
  const before = lastText === undefined ? null : originFromText(lastText);
  const isNews = arrived !== null && (before === null || !isDirect(arrived));
  const last = isNews ? arrived : (before ?? {});
  const first = firstText === undefined ? (before ?? last) : originFromText(firstText);
  const visitorId = isKnown ? id : randomBytes(16).toString('base64url');
  const cookie = `${visitorId}~${originText(last)}~${originText(first)}`;
  return {
    id: visitorId,
    source: sourceOf(last, rules),
    firstSource: sourceOf(first, rules),
    origins: { first, last },
    known: isKnown,
    keep: cookie === request.cookie ? null : cookie,
    device: /Mobi/i.test(request.agent) ? 'phone' : 'wide',
    bot: request.agent === '' || isBotAgent(request.agent),
  };
}

/** The phone number that belongs to a visitor's source; null where that is the client's own. Search engines keep one number. */
export const numberFor = (
  { callNumbers }: Pick<ShownPage, 'callNumbers'>,
  { source, bot }: Pick<Visitor, 'source' | 'bot'>,
): string | null => (bot ? null : numberForSource(callNumbers, source));

/** What is kept of a visitor's visit to a page. */
export const visitOf = (
  {
    clientId,
    pageId,
    revisionId,
    variation,
  }: Pick<ShownPage, 'clientId' | 'pageId' | 'revisionId' | 'variation'>,
  { id: visitorId, source, firstSource, origins, device }: Visitor,
  at: Instant,
) => ({
  ...{ clientId, pageId, revisionId, visitorId, device, at },
  ...{ source, firstSource, origin: origins.last, variation },
});

/** Reads who sent a request to Fastify, whose answer sets the cookie. */
@Injectable()
export class Visitors {
  /** A first-party number for a browser, kept for a year. */
  readonly cookie: CookieSpec;

  constructor(@Inject(CONFIG) config: Config) {
    this.cookie = cookieSpec(config, 'gate_visitor', 31_536_000);
  }

  read(
    request: FastifyRequest,
    reply: FastifyReply,
    { sourceRules }: { sourceRules: readonly SourceRule[] },
  ): Visitor {
    const { headers } = request;
    const visitor = visitorOf(
      {
        url: request.url,
        agent: headers['user-agent'] ?? '',
        referrer: headers.referer ?? '',
        host: headers.host ?? '',
        cookie: request.cookies[this.cookie.name] ?? '',
      },
      sourceRules,
    );
    if (visitor.keep) void reply.setCookie(this.cookie.name, visitor.keep, this.cookie.options);
    return visitor;
  }
}

const noQuery = new URLSearchParams();
/** The fields of an address. */
export function queryOf(url: string): URLSearchParams {
  const at = url.indexOf('?');
  return at < 0 ? noQuery : new URLSearchParams(url.slice(at));
}

/** Visitors come with the same few hundred browsers again and again; the pattern that tells bots is long. */
const agents = new Map<string, boolean>();
const mostAgents = 2000;
function isBotAgent(agent: string): boolean {
  const known = agents.get(agent);
  if (known !== undefined) return known;
  if (agents.size >= mostAgents) agents.clear();
  const bot = isbot(agent);
  agents.set(agent, bot);
  return bot;
}
