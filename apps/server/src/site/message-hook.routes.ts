import { Inject, Injectable } from '@nestjs/common';
import { cleanData, MessageId } from '@plumgate/core/basics';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { Webhook, WebhookVerificationError } from 'standardwebhooks';
import { z } from 'zod';
import { Receiving } from '../domains/inbox/receiving.service.ts';
import { ConsentService } from '../domains/messages/consent.service.ts';
import { CONFIG, type Config } from '../platform/config.ts';
import { Database } from '../platform/database/database.ts';
import { hookPaths } from '../platform/http/hook-paths.ts';
import { secret } from '../platform/settings.ts';

const TextEvent = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('text.received'),
    data: z.object({
      id: z.string().max(200),
      from: z.string().max(40),
      to: z.string().max(40),
      body: z.string().max(2000),
    }),
  }),
  /** A text that the program sent has reached the phone; `id` is the one it was sent with. */
  z.object({ type: z.literal('text.delivered'), data: z.object({ id: MessageId }) }),
]);
const ReceivedEmail = z.object({
  type: z.literal('email.received'),
  data: z.object({
    id: z.string().max(200),
    from: z.string().max(254),
    to: z.string().max(254),
    subject: z.string().max(1000),
    text: z.string().max(100_000),
    fromName: z.string().max(200).default(''),
    /** Message-IDs without brackets, the oldest first. */
    thread: z.array(z.string().max(500)).max(100).default([]),
    isAutomatic: z.boolean().default(false),
  }),
});

/** Takes what the gateways tell of: signed by the Standard Webhooks scheme, refused otherwise. */
@Injectable()
export class MessageHookRoutes {
  constructor(
    private readonly consent: ConsentService,
    private readonly receiving: Receiving,
    private readonly database: Database,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async register(app: FastifyInstance): Promise<void> {
    const { textSecret, mailSecret } = this.config;
    const { db } = this.database;
    const texts = new Webhook(textSecret ?? (await secret(db, 'text-hook-secret')));
    const mail = new Webhook(mailSecret ?? (await secret(db, 'mail-hook-secret')));
    await app.register((hook, _options, ready) => {
      hook.removeAllContentTypeParsers();
      hook.addContentTypeParser(
        'application/json',
        { parseAs: 'string' },
        (_request, body, parsed) => parsed(null, body),
      );
      hook.post(hookPaths.texts, (request, reply) =>
        take(texts, TextEvent, request, reply, (event) =>
          event.type === 'text.delivered'
            ? this.consent.delivered(event.data.id)
            : this.receiving.text(event.data),
        ),
      );
      hook.post(hookPaths.mail, (request, reply) =>
        take(mail, ReceivedEmail, request, reply, ({ data }) =>
          this.receiving.email({ ...data, to: [data.to] }),
        ),
      );
      ready();
    });
  }
}

async function take<Event>(
  webhook: Webhook,
  schema: z.ZodType<Event>,
  request: FastifyRequest,
  reply: FastifyReply,
  act: (event: Event) => Promise<void>,
): Promise<unknown> {
  try {
    const headers = request.headers as Record<string, string>;
    const event = schema.safeParse(cleanData(webhook.verify(request.body as string, headers)));
    if (!event.success) return reply.status(422).send();
    await act(event.data);
    return reply.status(204).send();
  } catch (error) {
    if (error instanceof WebhookVerificationError) return reply.status(401).send();
    throw error;
  }
}
