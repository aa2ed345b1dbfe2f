import { Injectable } from '@nestjs/common';
import { ClientId } from '@plumgate/core/basics';
import type { FastifyInstance } from 'fastify';
import { TagReceiver } from '../domains/tags/tag-receiver.ts';

/** A beacon carries a name and a few fields. */
const mostBytes = 4096;

/** Where pages load the stand-in's base code, and where that sends its hits: on the program's own host, without a sign-in. */
@Injectable()
export class TagReceiverRoutes {
  constructor(private readonly receiver: TagReceiver) {}

  async register(app: FastifyInstance): Promise<void> {
    await app.register((routes, _options, ready) => {
      routes.removeAllContentTypeParsers();
      // A beacon's text comes as text/plain.
      routes.addContentTypeParser('*', { parseAs: 'string' }, (_request, body, parsed) =>
        parsed(null, body),
      );
      routes.get('/tag-receiver/:client/base.js', (_request, reply) =>
        reply
          .headers({
            'content-type': 'text/javascript; charset=utf-8',
            'cache-control': 'no-cache',
            'cross-origin-resource-policy': 'cross-origin',
          })
          .send(this.receiver.script()),
      );
      routes.post('/tag-receiver/:client/hit', { bodyLimit: mostBytes }, async (request, reply) => {
        const client = ClientId.safeParse((request.params as { client: string }).client);
        const isTaken =
          client.success && (await this.receiver.take(client.data, readJson(request.body)));
        return reply.status(isTaken ? 204 : 422).send();
      });
      ready();
    });
  }
}

function readJson(body: unknown): unknown {
  try {
    return JSON.parse(String(body));
  } catch {
    return null;
  }
}
