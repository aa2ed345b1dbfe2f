import type { IncomingMessage, ServerResponse } from 'node:http';
import type { FastifyInstance } from 'fastify';
import { walkHeader } from '../walk/walks.ts';
import { isPlain, plainAnswer } from './plain-page.ts';
import type { SiteParts } from './site-parts.ts';
import { visitorOf } from './visitor.ts';

export type Straight = Pick<
  SiteParts,
  'address' | 'pages' | 'counter' | 'clock' | 'visitorCookie'
> & {
  cookies: Pick<FastifyInstance, 'parseCookie' | 'serializeCookie'>;
};

/**
 * Answers the most frequent request of all, a page that is in memory and the same for everybody, before the framework
 * has begun with it (bench: a page against a bare route; with the framework it was half as fast). Gives false for every
 * other request, and those go the usual way; so does the first for each page.
 */
export function answerStraight(
  { address, pages, counter, clock, visitorCookie, cookies }: Straight,
  request: IncomingMessage,
  answer: ServerResponse,
): boolean {
  if (request.method !== 'GET' || request.headers[walkHeader]) return false;
  const { host = '', cookie = '', referer = '' } = request.headers;
  const url = request.url ?? '/';
  const [, slug] = /^\/([\w-]+)(?:\?|$)/.exec(url) ?? [];
  const client = slug && address.clientIn(host);
  const page = client ? pages.inMemory(client, slug) : null;
  if (!page || !isPlain(page) || /[?&]sent=/.test(url)) return false;
  const visitor = visitorOf({
    url,
    agent: request.headers['user-agent'] ?? '',
    referrer: referer,
    host,
    cookie:
      (cookie.includes(visitorCookie.name) && cookies.parseCookie(cookie)[visitorCookie.name]) ||
      '',
  });
  if (!visitor.bot)
    counter.count({
      clientId: page.clientId,
      pageId: page.pageId,
      visitorId: visitor.id,
      source: visitor.source,
      device: visitor.device,
      at: clock.now(),
      zone: page.zone,
    });
  const { status, headers, body } = plainAnswer(page, request.headers);
  if (visitor.keep)
    headers['set-cookie'] = cookies.serializeCookie(
      visitorCookie.name,
      visitor.keep,
      visitorCookie.options,
    );
  answer.writeHead(status, headers);
  answer.end(body);
  return true;
}
