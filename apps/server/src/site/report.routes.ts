import { Injectable } from '@nestjs/common';
import { dayWords } from '@plumgate/core/basics';
import { monthWords } from '@plumgate/core/reports';
import { renderLinkPage, renderReport } from '@plumgate/page-kit/render';
import type { FastifyInstance } from 'fastify';
import { scriptName } from '../domains/live-pages/assets.ts';
import { ReportService } from '../domains/reports/report.service.ts';
import { ClientService } from '../domains/clients/client.service.ts';
import { SiteAddress } from '../platform/site-address.ts';
import { linkBasics } from './link-basics.ts';
import { linkHeaders, notHere } from './page-headers.ts';
import { clientOf, siteOptions } from './site-host.ts';

/** A client's monthly report, shown to who has its link. */
@Injectable()
export class ReportRoutes {
  constructor(
    private readonly address: SiteAddress,
    private readonly clients: ClientService,
    private readonly reports: ReportService,
  ) {}

  register(site: FastifyInstance): void {
    site.get('/:client/~/report/:token', siteOptions, async (request, reply) => {
      const { client: slug, token } = request.params as { client: string; token: string };
      if (clientOf(this.address, request) === null) return notHere(reply);
      const opened = await this.reports.opened(slug, token);
      if (!opened) {
        const client = await this.clients.bySlug(slug);
        if (!client) return notHere(reply);
        const html = renderLinkPage({
          ...linkBasics(client),
          title: 'This report is no longer here',
          lines: ['Its link has ended. Ask who sent it to you for another.'],
          presses: [],
        });
        return reply.status(410).headers(linkHeaders).send(html);
      }
      const { issue, client, agency } = opened;
      const { zone, locale } = client.facts;
      const html = renderReport({
        ...{ clientName: client.name, brand: client.brand, agency, by: issue.brand },
        ...{ assets: '/~', script: scriptName, locale },
        ...{ name: issue.name, month: monthWords(issue.month, locale) },
        made: dayWords(issue.madeAt, zone, locale),
        until: dayWords(issue.expiresAt, zone, locale),
        ...{ parts: issue.parts, words: issue.words, sheet: issue.sheet },
      });
      return reply.headers(linkHeaders).send(html);
    });
  }
}
