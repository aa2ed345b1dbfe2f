import { Injectable } from '@nestjs/common';
import type { FastifyInstance } from 'fastify';
import { PageAddresses } from '../domains/live-pages/page-addresses.ts';
import { receiverPath, TagReceiver } from '../domains/tags/tag-receiver.ts';
import { notHere } from './page-headers.ts';
import { siteOptions } from './site-host.ts';

/** A beacon carries a name and a few fields. */
const mostBytes = 4096;

/** Where pages load the stand-in's base code, and where that sends its hits. */
@Injectable()
export class TagReceiverRoutes {
  constructor(
    private readonly receiver: TagReceiver,
    private readonly addresses: PageAddresses,
  ) {}

  async register(site: FastifyInstance): Promise<void> {
    await site.register((routes, _options, ready) => {
      // A beacon's text comes as text/plain.
      routes.addContentTypeParser('text/plain', { parseAs: 'string' }, (_request, body, parsed) =>
        parsed(null, body),
      );
      routes.get(`/:client${receiverPath}/base.js`, siteOptions, (_request, reply) =>
        reply
          .headers({
            'content-type': 'text/javascript; charset=utf-8',
            'cache-control': 'no-cache',
            'x-content-type-options': 'nosniff',
          })
          .send(this.receiver.script()),
      );
      const options = { ...siteOptions, bodyLimit: mostBytes };
      routes.post(`/:client${receiverPath}/hit`, options, async (request, reply) => {
        const { client } = request.params as { client: string };
        const owner = await this.addresses.ownerOf(client);
        if (!owner) return notHere(reply);
        const isTaken = await this.receiver.take(owner.clientId, readJson(request.body));
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
