import { randomBytes } from 'node:crypto';
import { arrivalSource } from '@plumgate/core/results';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { isbot } from 'isbot';

export interface Visitor {
  id: string;
  /** The browser brought the id along; otherwise it is new, and the next request may bring another. */
  known: boolean;
  source: string;
  device: 'phone' | 'wide';
  bot: boolean;
}

const cookie = 'gate_visitor';
const year = 31_536_000;

/**
 * Who looks at a page: a first-party id and where they last came from, both in one cookie. Somebody who comes back by
 * another ad is counted to that one from then on: the last click gets the credit (common practice, no source).
 */
export function readVisitor(request: FastifyRequest, reply: FastifyReply): Visitor {
  const agent = request.headers['user-agent'] ?? '';
  const [id = '', known = ''] = (request.cookies[cookie] ?? '').split('~');
  const arrived = arrivalSource({
    query: queryOf(request.url),
    referrer: request.headers.referer ?? '',
    host: request.headers.host ?? '',
  });
  const isKnown = /^[\w-]{22}$/.test(id);
  const source = arrived !== null && (arrived !== 'Direct' || !known) ? arrived : known || 'Direct';
  const visitor = { id: isKnown ? id : randomBytes(16).toString('base64url'), source };
  if (!isKnown || source !== known) {
    void reply.setCookie(cookie, `${visitor.id}~${source}`, {
      path: '/',
      httpOnly: true,
      sameSite: 'lax',
      maxAge: year,
    });
  }
  return {
    ...visitor,
    known: isKnown,
    device: /Mobi/i.test(agent) ? 'phone' : 'wide',
    bot: agent === '' || isBotAgent(agent),
  };
}

const noQuery = new URLSearchParams();
function queryOf(url: string): URLSearchParams {
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
