import type { FastifyInstance } from 'fastify';
import type { ClientService } from '../clients/client.service.ts';
import type { SiteAddress } from '../platform/site-address.ts';

/**
 * Tells the proxy in front whether a host is ours, before it gets a certificate for it: 200 for the app, a client's local
 * address and every own host that is served; 404 for any other. It says nothing that asking the host itself would not.
 */
export async function hostAllowed(
  app: FastifyInstance,
  address: SiteAddress,
  clients: ClientService,
): Promise<void> {
  app.get('/internal/host-allowed', async (request, reply) => {
    const { domain } = request.query as { domain?: unknown };
    const host = typeof domain === 'string' ? domain.toLowerCase() : '';
    const slug = address.clientIn(host);
    const isOurs = slug === null || (slug !== '' && (await clients.bySlug(slug)) !== null);
    return reply.status(isOurs ? 200 : 404).send(isOurs ? 'ours' : 'not ours');
  });
}
