import type { IncomingMessage, ServerResponse } from 'node:http';
import { Injectable } from '@nestjs/common';
import type { FastifyInstance } from 'fastify';
import { pageSeenBy } from '../domains/live-pages/live-page.ts';
import { LivePages } from '../domains/live-pages/live-pages.ts';
import { VisitLog } from '../domains/results/visit-log.ts';
import { testRunHeader } from '../domains/test-runs/test-runs.ts';
import { Clock } from '../platform/clock.ts';
import { OwnVisits } from '../platform/own-visits.ts';
import { SiteAddress } from '../platform/site-address.ts';
import { countsLeads } from '@plumgate/core/tags';
import { CarryOver } from './carry-over.ts';
import { KnownVisitors } from './known-visitors.ts';
import { isPlain, plainAnswer } from './plain-page.ts';
import { asksNotTo, numberFor, Visitors, visitOf, visitorOf } from './visitor.ts';

/**
 * Answers the most frequent request of all, a page that is in memory and the same for everybody, before the framework
 * has begun with it (bench: a page against a bare route; with the framework it was half as fast).
 */
@Injectable()
export class DirectPages {
  constructor(
    private readonly address: SiteAddress,
    private readonly pages: LivePages,
    private readonly log: VisitLog,
    private readonly visitors: Visitors,
    private readonly known: KnownVisitors,
    private readonly own: OwnVisits,
    private readonly carryOver: CarryOver,
    private readonly clock: Clock,
  ) {}

  /** Gives false for every other request, and those go the usual way; so does the first for each page. */
  serve(
    fastify: Pick<FastifyInstance, 'parseCookie' | 'serializeCookie'>,
    request: IncomingMessage,
    answer: ServerResponse,
  ): boolean {
    const visitorCookie = this.visitors.cookie;
    if (request.method !== 'GET' || request.headers[testRunHeader]) return false;
    const { host = '', cookie = '', referer = '' } = request.headers;
    const url = request.url ?? '/';
    const [, slug] = /^\/([\w-]+)(?:\?|$)/.exec(url) ?? [];
    const client = slug && this.address.clientIn(host);
    const page = client ? this.pages.inMemory(client, slug) : null;
    if (!page || !isPlain(page) || /[?&](?:sent|_own|_carried|_for)=/.test(url)) return false;
    if (url.includes('?') && page.addressFields.length > 0) return false;
    if (cookie.includes(this.known.cookie.name)) return false;
    // Who is asked, or known without a cookie, is looked at more closely; so is who has sent a form that tags count.
    if (page.measuring.mode !== 'cookie') return false;
    if (cookie.includes(this.carryOver.cookie.name) && page.tags.some(countsLeads)) return false;
    const visitor = visitorOf(
      {
        url,
        agent: request.headers['user-agent'] ?? '',
        referrer: referer,
        host,
        cookie:
          (cookie.includes(visitorCookie.name) &&
            fastify.parseCookie(cookie)[visitorCookie.name]) ||
          '',
        numberForDay: null,
      },
      page.sourceRules,
    );
    const ownCookie = this.own.cookie.name;
    const isOwn =
      cookie.includes(ownCookie) &&
      this.own.isOwn(page.clientId, fastify.parseCookie(cookie)[ownCookie]);
    const seen = pageSeenBy(page, visitor);
    if (!visitor.bot && !isOwn)
      this.log.note({ kind: 'view', ...visitOf(seen, visitor, this.clock.now()) });
    const phone = numberFor(seen, visitor);
    const consent = asksNotTo(request.headers) ? 'refused' : 'given';
    const shown = this.pages.variant(seen, client!, { phone, consent });
    const { status, headers, body } = plainAnswer(shown, request.headers);
    if (visitor.keep)
      headers['set-cookie'] = fastify.serializeCookie(
        visitorCookie.name,
        visitor.keep,
        visitorCookie.options,
      );
    answer.writeHead(status, headers);
    answer.end(body);
    return true;
  }
}
