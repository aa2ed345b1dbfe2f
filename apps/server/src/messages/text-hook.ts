import type { FastifyInstance } from 'fastify';
import { cleanData } from '@plumgate/core/basics';
import { Webhook, WebhookVerificationError } from 'standardwebhooks';
import { z } from 'zod';
import type { ReachService } from './reach.service.ts';

const Received = z.object({
  type: z.literal('text.received'),
  data: z.object({
    id: z.string().max(200),
    from: z.string().max(40),
    to: z.string().max(40),
    body: z.string().max(2000),
  }),
});

/** Where the text gateway tells of a reply: signed by the Standard Webhooks scheme, refused otherwise. */
export const textHookPath = '/hooks/texts';

export async function textHook(
  app: FastifyInstance,
  reach: ReachService,
  secret: string,
): Promise<void> {
  const webhook = new Webhook(secret);
  await app.register((hook, _options, ready) => {
    hook.removeAllContentTypeParsers();
    hook.addContentTypeParser('application/json', { parseAs: 'string' }, (_request, body, parsed) =>
      parsed(null, body),
    );
    hook.post(textHookPath, async (request, reply) => {
      try {
        const event = Received.safeParse(
          cleanData(
            webhook.verify(request.body as string, request.headers as Record<string, string>),
          ),
        );
        if (!event.success) return reply.status(422).send();
        await reach.received(event.data.data);
        return reply.status(204).send();
      } catch (error) {
        if (error instanceof WebhookVerificationError) return reply.status(401).send();
        throw error;
      }
    });
    ready();
  });
}
