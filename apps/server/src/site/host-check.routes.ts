import { Injectable } from '@nestjs/common';
import type { FastifyInstance } from 'fastify';
import { ClientService } from '../domains/clients/client.service.ts';
import { SiteAddress } from '../platform/site-address.ts';

/**
 * Tells the proxy in front whether a host is ours, before it gets a certificate for it: 200 for the app, a client's local
 * address and every own host that is served; 404 for any other. It says nothing that asking the host itself would not.
 */
@Injectable()
export class HostCheckRoutes {
  constructor(
    private readonly address: SiteAddress,
    private readonly clients: ClientService,
  ) {}

  register(app: FastifyInstance): void {
    app.get('/internal/host-allowed', async (request, reply) => {
      const { domain } = request.query as { domain?: unknown };
      const host = typeof domain === 'string' ? domain.toLowerCase() : '';
      const isOurs = await this.isOurs(host);
      return reply.status(isOurs ? 200 : 404).send(isOurs ? 'ours' : 'not ours');
    });
  }

  private async isOurs(host: string): Promise<boolean> {
    const slug = this.address.clientIn(host);
    return slug === null || (slug !== '' && (await this.clients.bySlug(slug)) !== null);
  }
}
