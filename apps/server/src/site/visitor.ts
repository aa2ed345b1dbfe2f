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
import type { IncomingHttpHeaders } from 'node:http';
import { consentOf, keepsNumber, type Consent } from '@plumgate/core/tags';
import { isbot } from 'isbot';
import { DayNumbers } from '../domains/results/day-numbers.ts';
import type { ShownPage } from '../domains/live-pages/live-page.ts';
import { CONFIG, type Config } from '../platform/config.ts';
import { cookieSpec, type CookieSpec } from '../platform/http/cookies.ts';

export interface Visitor extends Arrival {
  id: string;
  /** The browser brought the id along; otherwise it is new, and the next request may bring another. */
  known: boolean;
  /** Known without a cookie, by a number that is another one tomorrow. */
  isForDay: boolean;
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
  /** The number of a browser that is given no cookie; null for one that is. */
  numberForDay: string | null;
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
  const isForDay = request.numberForDay !== null;
  const visitorId = request.numberForDay ?? (isKnown ? id : randomBytes(16).toString('base64url'));
  const cookie = `${visitorId}~${originText(last)}~${originText(first)}`;
  return {
    id: visitorId,
    source: sourceOf(last, rules),
    firstSource: sourceOf(first, rules),
    origins: { first, last },
    known: isKnown && !isForDay,
    isForDay,
    keep: isForDay || cookie === request.cookie ? null : cookie,
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
    zone,
  }: Pick<ShownPage, 'clientId' | 'pageId' | 'revisionId' | 'variation' | 'zone'>,
  { id: visitorId, known: returning, source, firstSource, origins, device }: Visitor,
  at: Instant,
) => ({
  ...{ clientId, pageId, revisionId, visitorId, returning, device, at, zone },
  ...{ source, firstSource, origin: origins.last, variation },
});

/** What has to be known of a page to know its visitors. */
type Counted = Pick<ShownPage, 'clientId' | 'zone' | 'sourceRules' | 'measuring'>;

/** Whether a browser asks that nothing be sold or shared (https://www.w3.org/TR/gpc/). */
export const asksNotTo = (headers: IncomingHttpHeaders): boolean => headers['sec-gpc'] === '1';

/** Reads who sent a request to Fastify, whose answer sets the cookie. */
@Injectable()
export class Visitors {
  /** A first-party number for a browser, kept for a year. */
  readonly cookie: CookieSpec;

  /** What was pressed when a page asked, kept for half a year (common practice, no source). */
  readonly consentCookie: CookieSpec;

  constructor(
    @Inject(CONFIG) config: Config,
    private readonly dayNumbers: DayNumbers,
  ) {
    this.cookie = cookieSpec(config, 'gate_visitor', 31_536_000);
    this.consentCookie = cookieSpec(config, 'gate_consent', 15_552_000);
  }

  /** What the visitor of a request has agreed to. */
  consentOf({ headers, cookies }: FastifyRequest, { measuring }: Counted): Consent {
    const pressed = cookies[this.consentCookie.name];
    const answer = pressed === 'yes' || pressed === 'no' ? pressed : null;
    return consentOf(measuring, { answer, asksNotTo: asksNotTo(headers) });
  }

  async read(request: FastifyRequest, reply: FastifyReply, page: Counted): Promise<Visitor> {
    const { headers } = request;
    const agent = headers['user-agent'] ?? '';
    // Without a number a browser still is one visitor for a day.
    const numberForDay = keepsNumber(page.measuring, this.consentOf(request, page))
      ? null
      : await this.dayNumbers.of(page, { address: request.ip, agent });
    const visitor = visitorOf(
      {
        url: request.url,
        agent,
        referrer: headers.referer ?? '',
        host: headers.host ?? '',
        // Of one that was given before, nothing is taken.
        cookie: numberForDay === null ? (request.cookies[this.cookie.name] ?? '') : '',
        numberForDay,
      },
      page.sourceRules,
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
