import { createHash } from 'node:crypto';
import { typeWait } from '@plumgate/page-kit/render';
import type { FastifyReply } from 'fastify';
import type { ShownPage } from '../domains/live-pages/live-page.ts';

const ownScript = `'sha256-${createHash('sha256').update(typeWait).digest('base64')}'`;

/** Pages run our script only, and show pictures of our own and of maps; players of films may come from anywhere. */
export const pageHeaders = {
  'content-type': 'text/html; charset=utf-8',
  'cache-control': 'no-cache',
  vary: 'accept-encoding',
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'strict-origin-when-cross-origin',
  'content-security-policy': `default-src 'self'; script-src 'self' ${ownScript}; style-src 'unsafe-inline'; img-src 'self' data: https:; frame-src 'self' https:; base-uri 'none'; object-src 'none'; frame-ancestors 'self'`,
} as const;

/** Tracking tags of the agency's own load and call what they like, on the pages that carry them and on no other. */
const ownCodePolicy =
  "default-src 'self' https: data: 'unsafe-inline' 'unsafe-eval'; base-uri 'none'; object-src 'none'; frame-ancestors 'self'";

/** What a page is sent with. */
export const headersOf = ({ code }: Pick<ShownPage, 'code'>) =>
  code.head || code.body
    ? { ...pageHeaders, 'content-security-policy': ownCodePolicy }
    : pageHeaders;

/**
 * What a link in a message is answered with. It carries somebody's token: nothing along the way may keep the page, and no
 * other site may learn the address.
 */
export const linkHeaders = {
  ...pageHeaders,
  'cache-control': 'private, no-store',
  'referrer-policy': 'no-referrer',
  'x-robots-tag': 'noindex, nofollow',
};

const missing =
  '<!doctype html><html lang="en"><title>Not found</title><p>There is no page at this address.</p></html>';

/** The same plain answer for everything that is not there: it tells a visitor nothing about us. */
export const notHere = (reply: FastifyReply) =>
  reply
    .status(404)
    .headers({ ...pageHeaders, 'cache-control': 'no-store' })
    .send(missing);
