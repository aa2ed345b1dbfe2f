import { Injectable } from '@nestjs/common';
import { escapeHtml } from '@plumgate/core/messages';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { PageAddresses } from '../domains/live-pages/page-addresses.ts';
import { SiteAddress } from '../platform/site-address.ts';
import { notHere } from './page-headers.ts';
import { clientOf, siteOptions } from './site-host.ts';

/** What search engines ask a client's host for. */
@Injectable()
export class CrawlerRoutes {
  constructor(
    private readonly address: SiteAddress,
    private readonly addresses: PageAddresses,
  ) {}

  register(site: FastifyInstance): void {
    site.get('/:client/robots.txt', siteOptions, (request, reply) => this.robots(request, reply));
    site.get('/:client/sitemap.xml', siteOptions, (request, reply) => this.sitemap(request, reply));
  }

  /** What crawlers may read (RFC 9309): every page, and nothing of what pages are made of or of anybody's own links. */
  private robots(request: FastifyRequest, reply: FastifyReply): unknown {
    const client = clientOf(this.address, request);
    if (!client) return notHere(reply);
    const lines = [
      'User-agent: *',
      'Disallow: /~/booking/',
      'Disallow: /~/approval/',
      'Disallow: /~/unsubscribe/',
      '',
      `Sitemap: ${this.address.known(client)}/sitemap.xml`,
    ];
    return reply.type('text/plain; charset=utf-8').send(`${lines.join('\n')}\n`);
  }

  /** The live pages that one may come to first, as sitemaps.org's protocol 0.9 has it. */
  private async sitemap(request: FastifyRequest, reply: FastifyReply): Promise<unknown> {
    const client = clientOf(this.address, request);
    if (!client) return notHere(reply);
    const urls = (await this.addresses.listed(client)).map(
      ({ slug }) => `<url><loc>${escapeHtml(`${this.address.known(client)}/${slug}`)}</loc></url>`,
    );
    return reply
      .type('application/xml; charset=utf-8')
      .send(
        `<?xml version="1.0" encoding="UTF-8"?>\n<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">${urls.join('')}</urlset>\n`,
      );
  }
}
