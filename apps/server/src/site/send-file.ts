import type { FileType } from '@plumgate/contract';
import type { FastifyReply, FastifyRequest } from 'fastify';

/**
 * Sends a document for download, or a film by parts: a player asks for stretches of it (RFC 9110, section 14). Nothing
 * in a file can run as a page of the client's host.
 */
export function sendFile(
  file: { name: string; type: FileType; content: Buffer },
  request: FastifyRequest,
  reply: FastifyReply,
): FastifyReply {
  const { content, type, name } = file;
  void reply.headers({
    'content-type': type,
    'cache-control': 'public, max-age=31536000, immutable',
    'x-content-type-options': 'nosniff',
    'content-security-policy': 'sandbox',
    'accept-ranges': 'bytes',
    ...(type === 'application/pdf' && {
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    }),
  });
  const range = rangeOf(request.headers.range, content.length);
  if (range === null) return reply.send(content);
  if (range === 'unreachable')
    return reply.status(416).header('content-range', `bytes */${content.length}`).send();
  const { from, to } = range;
  return reply
    .status(206)
    .header('content-range', `bytes ${from}-${to}/${content.length}`)
    .send(content.subarray(from, to + 1));
}

/** One range of bytes; null where all are wanted, or several ranges, which may be answered with all (RFC 9110, 14.2). */
export function rangeOf(
  header: string | undefined,
  length: number,
): { from: number; to: number } | 'unreachable' | null {
  const [, first = '', last = ''] = /^bytes=(\d*)-(\d*)$/.exec(header ?? '') ?? [];
  if (first === '' && last === '') return null;
  const from = first === '' ? Math.max(0, length - Number(last)) : Number(first);
  const to = first === '' || last === '' ? length - 1 : Math.min(Number(last), length - 1);
  return from > to ? 'unreachable' : { from, to };
}
