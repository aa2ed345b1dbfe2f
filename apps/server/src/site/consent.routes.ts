import { Injectable } from '@nestjs/common';
import { Slug } from '@plumgate/core/basics';
import { ownConsentWords } from '@plumgate/core/tags';
import { pageWords } from '@plumgate/core/languages';
import { consentPath, renderLinkPage } from '@plumgate/page-kit/render';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { z } from 'zod';
import { LivePages } from '../domains/live-pages/live-pages.ts';
import { notHere, pageHeaders } from './page-headers.ts';
import { siteOptions } from './site-host.ts';
import { Visitors } from './visitor.ts';

const Asked = z.object({ page: Slug });
const Answer = z.object({ do: z.enum(['yes', 'no']) });

/** Takes what a visitor pressed when a page asked whether they may be counted, and lets them change it. */
@Injectable()
export class ConsentRoutes {
  constructor(
    private readonly pages: LivePages,
    private readonly visitors: Visitors,
  ) {}

  register(site: FastifyInstance): void {
    const path = `/:client${consentPath}`;
    site.get(path, siteOptions, async (request, reply) => {
      const page = await this.pageOf(request);
      if (!page) return notHere(reply);
      const { consent } = pageWords(page.document.language);
      const html = renderLinkPage({
        clientName: page.clientName,
        ...{ phone: page.facts.phone, country: page.facts.country, brand: page.brand },
        ...{ assets: '/~', language: page.document.language },
        title: consent.change,
        lines: [ownConsentWords(page.measuring, page.document.language) ?? consent.ask],
        presses: [
          { does: 'yes', label: consent.yes },
          { does: 'no', label: consent.no, quiet: true },
        ],
      });
      return reply
        .headers({ ...pageHeaders, 'cache-control': 'no-store', 'x-robots-tag': 'noindex' })
        .send(html);
    });
    site.post(path, siteOptions, async (request, reply) => {
      const page = await this.pageOf(request);
      const answer = Answer.safeParse(request.body);
      if (!page || !answer.success) return notHere(reply);
      this.keep(answer.data.do, reply);
      return reply.header('cache-control', 'no-store').redirect(`/${page.slug}`, 303);
    });
  }

  /** Who says no is no longer known by the number they were given. */
  private keep(answer: 'yes' | 'no', reply: FastifyReply): void {
    const { consentCookie, cookie } = this.visitors;
    void reply.setCookie(consentCookie.name, answer, consentCookie.options);
    if (answer === 'no') void reply.clearCookie(cookie.name, cookie.options);
  }

  /** The page that is to come back; null where nothing is asked. */
  private async pageOf(request: FastifyRequest) {
    const asked = Asked.safeParse(request.query);
    const { client } = request.params as { client: string };
    const page = asked.success ? await this.pages.find(client, asked.data.page) : null;
    return page?.measuring.mode === 'ask' ? page : null;
  }
}
