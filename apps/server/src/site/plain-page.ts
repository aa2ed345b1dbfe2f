import { gzipSync } from 'node:zlib';
import type { IncomingHttpHeaders, OutgoingHttpHeaders } from 'node:http';
import fresh from 'fresh';
import type { LivePage } from '../domains/live-pages/live-page.ts';
import { acceptedEncoding } from './accepted-encoding.ts';
import { headersOf } from './page-headers.ts';

/** Whether every visitor sees a page alike, so that it can be answered from memory as it is. */
export const isPlain = (page: LivePage): boolean =>
  isAlikeForAll(page) && (page.test === undefined || page.test.variations.every(isAlikeForAll));

const isAlikeForAll = ({ personal, gated, document, calendars }: LivePage): boolean =>
  !personal && !gated && !document.ends && calendars.length === 0;

/** A page as everybody sees it, or that the reader's copy is still good (RFC 9110, section 13). */
export function plainAnswer(
  page: LivePage,
  headers: IncomingHttpHeaders,
): { status: 200 | 304; headers: OutgoingHttpHeaders; body: Buffer | null } {
  const { etag, plain, br } = page.body;
  if (fresh(headers, { etag }))
    return { status: 304, headers: { ...headersOf(page), etag }, body: null };
  const encoding = acceptedEncoding(headers['accept-encoding'] as string | undefined);
  const body =
    encoding === 'br' ? br : encoding === 'gzip' ? (page.body.gzip ??= gzipSync(plain)) : plain;
  return {
    status: 200,
    headers: {
      ...headersOf(page),
      etag,
      'content-length': body.length,
      ...(encoding !== 'identity' && { 'content-encoding': encoding }),
    },
    body,
  };
}
