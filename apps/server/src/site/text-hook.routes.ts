import { Inject, Injectable } from '@nestjs/common';
import { cleanData } from '@plumgate/core/basics';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { Webhook, WebhookVerificationError } from 'standardwebhooks';
import { z } from 'zod';
import { ConsentService } from '../domains/messages/consent.service.ts';
import { CONFIG, type Config } from '../platform/config.ts';
import { Database } from '../platform/database/database.ts';
import { secret } from '../platform/settings.ts';
import { textHookPath } from '../platform/texts/text-hook-path.ts';

const Received = z.object({
  type: z.literal('text.received'),
  data: z.object({
    id: z.string().max(200),
    from: z.string().max(40),
    to: z.string().max(40),
    body: z.string().max(2000),
  }),
});

/** Takes what the text gateway tells of: signed by the Standard Webhooks scheme, refused otherwise. */
@Injectable()
export class TextHookRoutes {
  constructor(
    private readonly consent: ConsentService,
    private readonly database: Database,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async register(app: FastifyInstance): Promise<void> {
    const key = this.config.textSecret ?? (await secret(this.database.db, 'text-hook-secret'));
    const webhook = new Webhook(key);
    await app.register((hook, _options, ready) => {
      hook.removeAllContentTypeParsers();
      hook.addContentTypeParser(
        'application/json',
        { parseAs: 'string' },
        (_request, body, parsed) => parsed(null, body),
      );
      hook.post(textHookPath, (request, reply) => this.take(webhook, request, reply));
      ready();
    });
  }

  private async take(
    webhook: Webhook,
    request: FastifyRequest,
    reply: FastifyReply,
  ): Promise<unknown> {
    try {
      const headers = request.headers as Record<string, string>;
      const event = Received.safeParse(cleanData(webhook.verify(request.body as string, headers)));
      if (!event.success) return reply.status(422).send();
      await this.consent.received(event.data.data);
      return reply.status(204).send();
    } catch (error) {
      if (error instanceof WebhookVerificationError) return reply.status(401).send();
      throw error;
    }
  }
}
