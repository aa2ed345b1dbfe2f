import { Injectable } from '@nestjs/common';
import { dayWords } from '@plumgate/core/basics';
import { renderLinkPage, renderApprovalPage, type ApprovalPage } from '@plumgate/page-kit/render';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { z } from 'zod';
import { ApprovalService, type ApprovalLinkRow } from '../domains/approvals/approval.service.ts';
import { ClientService } from '../domains/clients/client.service.ts';
import { scriptName } from '../domains/live-pages/assets.ts';
import { PageLoader } from '../domains/live-pages/page-loader.ts';
import { PageRenderer } from '../domains/live-pages/page-renderer.ts';
import { Database } from '../platform/database/database.ts';
import { SiteAddress } from '../platform/site-address.ts';
import type { ClientRow } from '../records/clients/table.ts';
import { stepsOf, type PageRow } from '../records/pages/page-row.ts';
import { linkHeaders, notHere } from './page-headers.ts';
import { clientOf, siteOptions } from './site-host.ts';

const Said = z.object({
  do: z.enum(['remark', 'approve']),
  band: z.string().max(60).catch(''),
  x: z.coerce.number().min(0).max(1).catch(0),
  y: z.coerce.number().min(0).max(1).catch(0),
  words: z.string().trim().max(2000).catch(''),
  who: z.string().trim().max(80).catch(''),
});

interface Opened {
  link: ApprovalLinkRow & { funnel: string };
  client: ClientRow;
  steps: PageRow[];
  step: PageRow;
  isPhone: boolean;
}

/** What an approval link opens: drafts with the remarks on them, on the client's own host. */
@Injectable()
export class ApprovalRoutes {
  constructor(
    private readonly address: SiteAddress,
    private readonly clients: ClientService,
    private readonly approvals: ApprovalService,
    private readonly loader: PageLoader,
    private readonly renderer: PageRenderer,
    private readonly database: Database,
  ) {}

  register(site: FastifyInstance): void {
    site.get('/:client/~/approval/:token', siteOptions, async (request, reply) => {
      const opened = await this.open(request, reply);
      return opened && this.show(request, reply, opened, null);
    });
    // Links that were sent before they had this name.
    site.get('/:client/~/review/:token', siteOptions, (request, reply) => {
      const { token } = request.params as { token: string };
      return reply.headers(linkHeaders).redirect(`/~/approval/${token}`, 308);
    });
    site.post('/:client/~/approval/:token', siteOptions, async (request, reply) => {
      const opened = await this.open(request, reply);
      return opened && this.say(request, reply, opened);
    });
    site.get('/:client/~/approval/:token/page/:slug', siteOptions, async (request, reply) => {
      const opened = await this.open(request, reply);
      if (!opened) return;
      const { client, slug } = request.params as { client: string; slug: string };
      const page = opened.steps.some((step) => step.slug === slug)
        ? await this.loader.draft(client, slug)
        : null;
      if (!page) return notHere(reply);
      const html = this.renderer.render({ ...page, code: { head: '', body: '' } }, {});
      return reply.headers(linkHeaders).send(html);
    });
  }

  /** The approval that a request may see; else it has been answered, and null comes back. */
  private async open(request: FastifyRequest, reply: FastifyReply): Promise<Opened | null> {
    const { client: slug, token } = request.params as { client: string; token: string };
    const isHost = clientOf(this.address, request) !== null;
    const client = isHost ? await this.clients.bySlug(slug) : null;
    const link = client && (await this.approvals.byToken(slug, token));
    if (!client || !link) {
      await notHere(reply);
      return null;
    }
    const steps = await stepsOf(this.database.db, link.funnelId);
    const { page, as } = request.query as { page?: string; as?: string };
    const step = steps.find((one) => one.slug === page) ?? steps[0];
    if (this.approvals.stateOf(link) !== 'open' || !step) {
      await reply
        .status(410)
        .headers(linkHeaders)
        .send(
          renderLinkPage({
            clientName: client.name,
            phone: '',
            country: client.facts.country,
            brand: client.brand,
            assets: '/~',
            title: 'This link has ended',
            lines: ['Ask the person who sent it for a new one. Your remarks are saved.'],
            presses: [],
          }),
        );
      return null;
    }
    return { link, client, steps, step, isPhone: as === 'phone' };
  }

  private async show(
    request: FastifyRequest,
    reply: FastifyReply,
    { link, client, steps, step, isPhone }: Opened,
    wrong: ApprovalPage['wrong'],
  ): Promise<unknown> {
    const { token } = request.params as { token: string };
    const { zone } = client.facts;
    const remarks = await this.approvals.remarksOn(link.id, step.id);
    const html = renderApprovalPage({
      clientName: client.name,
      brand: client.brand,
      assets: '/~',
      script: scriptName,
      funnel: link.funnel,
      pages: steps.map(({ id, slug, name }) => ({ slug, name, isOpen: id === step.id })),
      frame: `/~/approval/${token}/page/${step.slug}`,
      isPhone,
      remarks: remarks.map(({ part, x, y, who, words, doneAt }, index) => ({
        number: index + 1,
        band: part,
        x,
        y,
        who,
        words,
        isDone: doneAt !== null,
      })),
      until: dayWords(link.expiresAt, zone),
      approved: link.approvedAt
        ? `${link.approvedBy ?? 'Someone'} approved it on ${dayWords(link.approvedAt, zone)}.`
        : null,
      wrong,
    });
    return reply
      .status(wrong ? 422 : 200)
      .headers(linkHeaders)
      .send(html);
  }

  private async say(
    request: FastifyRequest,
    reply: FastifyReply,
    opened: Opened,
  ): Promise<unknown> {
    const { link, step } = opened;
    const read = Said.safeParse(request.body);
    if (!read.success) return this.show(request, reply, opened, null);
    const { do: what, band, ...said } = read.data;
    const refuse = (message: string) =>
      this.show(request, reply, opened, { message, words: said.words });
    if (!said.who) return refuse('Please say who you are.');
    if (what === 'approve') await this.approvals.approve(link, said.who);
    else {
      if (!said.words) return refuse('Please say what you mean.');
      const isThere = step.draft.bands.some(({ id }) => id === band);
      const kept = await this.approvals.say(link, step.id, { ...said, part: isThere ? band : '' });
      if (!kept) return refuse('There are very many remarks already. Please call instead.');
    }
    const { token } = request.params as { token: string };
    const as = opened.isPhone ? '&as=phone' : '';
    return reply.redirect(`/~/approval/${token}?page=${step.slug}${as}`, 303);
  }
}
