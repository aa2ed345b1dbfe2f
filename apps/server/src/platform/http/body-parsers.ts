import { isDeeperThan, maxJsonDepth } from '@plumgate/core/basics';
import type { Endpoint } from '@plumgate/contract';
import type { FastifyInstance } from 'fastify';
import { AppProblem } from './app-problem.ts';

/** The largest file that somebody may send, in bytes. */
export const maxFileBytes = 20 * 1024 * 1024;

/** The largest table: some 400,000 rows of people. */
const maxTableBytes = 64 * 1024 * 1024;

/** What bodies the app takes: JSON that is not nested beyond reason, and files as they are. */
export function addBodyParsers(fastify: FastifyInstance): void {
  fastify.removeContentTypeParser('text/plain');
  const parseJson = fastify.getDefaultJsonParser('error', 'error');
  fastify.addContentTypeParser(
    'application/json',
    { parseAs: 'string' },
    (request, body, parsed) => {
      if (isDeeperThan(String(body), maxJsonDepth)) parsed(new AppProblem('not-json'));
      // With a callback it gives no promise.
      else parseJson(request, String(body), parsed) as undefined;
    },
  );
  // A table may come as JSON, too.
  fastify.addHook('onRoute', (route) => {
    const { endpoint } = (route.config ?? {}) as { endpoint?: Endpoint };
    if (endpoint?.orJson) route.bodyLimit = maxTableBytes;
  });
  fastify.addContentTypeParser(
    'text/csv',
    { parseAs: 'buffer', bodyLimit: maxTableBytes },
    (_request, body, parsed) => parsed(null, body),
  );
  fastify.addContentTypeParser(
    'application/octet-stream',
    { parseAs: 'buffer', bodyLimit: maxFileBytes },
    (_request, body, parsed) => parsed(null, body),
  );
}
