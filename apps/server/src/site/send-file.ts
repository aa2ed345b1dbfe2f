import type { FileType } from '@plumgate/contract';
import type { FastifyReply, FastifyRequest } from 'fastify';
import parseRange from 'range-parser';
import { attachment } from '../platform/http/attachment.ts';

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
      'content-disposition': attachment(name),
    }),
  });
  const ranges = request.headers.range && parseRange(content.length, request.headers.range);
  if (ranges === -1)
    return reply.status(416).header('content-range', `bytes */${content.length}`).send();
  // Several ranges may be answered with all of it, and what is no range of bytes is passed over (section 14.2).
  if (!Array.isArray(ranges) || ranges.type !== 'bytes' || ranges.length !== 1)
    return reply.send(content);
  const { start, end } = ranges[0]!;
  return reply
    .status(206)
    .header('content-range', `bytes ${start}-${end}/${content.length}`)
    .send(content.subarray(start, end + 1));
}
