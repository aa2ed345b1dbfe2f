import { Injectable } from '@nestjs/common';
import { localDay, Slug } from '@plumgate/core/basics';
import { isPageOver, overWords } from '@plumgate/core/page';
import { addressLine, clientFields } from '@plumgate/core/clients';
import { fillOrKeep } from '@plumgate/core/messages';
import { countsLeads } from '@plumgate/core/tags';
import { renderLinkPage } from '@plumgate/page-kit/render';
import type { FastifyInstance, FastifyReply } from 'fastify';
import { formIn } from '../domains/intake/incoming.ts';
import { ShownTimes } from '../domains/live-pages/shown-times.ts';
import { PageAddresses } from '../domains/live-pages/page-addresses.ts';
import { PageRenderer, type Reader } from '../domains/live-pages/page-renderer.ts';
import { personalLinkField } from '../domains/messages/person-links.ts';
import { Clock } from '../platform/clock.ts';
import { ownVisitField } from '../platform/own-visits.ts';
import { SiteAddress } from '../platform/site-address.ts';
import { CarryOver } from './carry-over.ts';
import { headersOf, notHere, pageHeaders } from './page-headers.ts';
import { hasBody, PageVisits, type ServedPage, type SiteRequest } from './page-visits.ts';
import { plainAnswer } from './plain-page.ts';
import { clientOf, siteOptions } from './site-host.ts';
import { queryOf } from './visitor.ts';

/** As many as one finds one's way among. */
const mostWays = 12;

/** The pages themselves, and where those went that are not there any more. */
@Injectable()
export class PageRoutes {
  constructor(
    private readonly address: SiteAddress,
    private readonly addresses: PageAddresses,
    private readonly renderer: PageRenderer,
    private readonly times: ShownTimes,
    private readonly visits: PageVisits,
    private readonly carryOver: CarryOver,
    private readonly clock: Clock,
  ) {}

  register(site: FastifyInstance): void {
    site.get('/:client/', siteOptions, (request, reply) =>
      this.showHost(request as SiteRequest, reply),
    );
    site.get('/:client/:page', siteOptions, (request, reply) =>
      this.showPage(request as SiteRequest, reply),
    );
  }

  /** An address that a page had before leads to where it is now, forever and with all that came along (RFC 9110, 308). */
  async movedOrNotHere(request: SiteRequest, reply: FastifyReply): Promise<unknown> {
    const { client, page } = request.params;
    const isHost = clientOf(this.address, request) !== null && Slug.safeParse(page).success;
    const slug = isHost ? await this.addresses.movedTo(client, page) : null;
    if (slug === null) return isHost ? this.shutOrNotHere(request, reply) : notHere(reply);
    const [, query] = request.url.split(/(?=\?)/);
    return reply.header('cache-control', 'no-cache').redirect(`/${slug}${query ?? ''}`, 308);
  }

  /** Anyone who still has the address of a page that was taken off sees the client's name and number. */
  private async shutOrNotHere(request: SiteRequest, reply: FastifyReply): Promise<unknown> {
    const { client, page } = request.params;
    const shut = await this.addresses.shut(client, page);
    const owner = shut ?? (await this.addresses.ownerOf(client));
    if (!owner) return notHere(reply);
    const { clientName, facts } = owner;
    const help = facts.phone
      ? `Call ${clientName} and they will help you.`
      : `Please get in touch with ${clientName}.`;
    return this.showWay(request, reply, owner, {
      status: 404,
      title: shut ? 'This page is no longer here' : 'There is no page at this address',
      line: shut ? `What it offered may be over. ${help}` : `It may have been mistyped. ${help}`,
    });
  }

  /** Who comes to the host alone sees whose it is, and the pages that one may come to first. */
  private async showHost(request: SiteRequest, reply: FastifyReply): Promise<unknown> {
    const client = clientOf(this.address, request);
    const owner = client && (await this.addresses.ownerOf(client));
    if (!owner) return notHere(reply);
    const line = [addressLine(owner.facts), owner.facts.hours].filter(Boolean).join(' · ');
    return this.showWay(request, reply, owner, { status: 200, title: owner.clientName, line });
  }

  private async showWay(
    request: SiteRequest,
    reply: FastifyReply,
    { clientName, facts, brand }: Pick<ServedPage, 'clientName' | 'facts' | 'brand'>,
    { status, title, line }: { status: 200 | 404; title: string; line: string },
  ): Promise<unknown> {
    const ways = await this.addresses.listed(request.params.client);
    const html = renderLinkPage({
      clientName,
      phone: facts.phone,
      country: facts.country,
      brand,
      assets: '/~',
      title,
      lines: line ? [line] : [],
      presses: [],
      links: ways.slice(0, mostWays).map(({ slug, name }) => ({ href: `/${slug}`, label: name })),
    });
    return reply
      .status(status)
      .headers({ ...pageHeaders, 'cache-control': 'no-store', 'x-robots-tag': 'noindex' })
      .send(html);
  }

  /** A page after its last day: it says so, and how to reach the business. */
  private showOver(reply: FastifyReply, page: ServedPage): FastifyReply {
    const { clientName, facts, brand, document } = page;
    const html = renderLinkPage({
      ...{ clientName, phone: facts.phone, country: facts.country, brand, assets: '/~' },
      language: document.language,
      title: fillOrKeep(document.title, { client: clientFields(clientName, facts) }),
      lines: [document.ends!.words.trim() || overWords],
      presses: [],
    });
    return reply
      .status(410)
      .headers({ ...pageHeaders, 'cache-control': 'no-store', 'x-robots-tag': 'noindex' })
      .send(html);
  }

  private async showPage(request: SiteRequest, reply: FastifyReply): Promise<unknown> {
    const asked = await this.visits.pageFor(request);
    if (!asked) return this.movedOrNotHere(request, reply);
    const isOver = isPageOver(asked.document, localDay(this.clock.now(), asked.zone));
    if (isOver && !this.visits.testRunOf(request)) return this.showOver(reply, asked);
    if (this.visits.markOwn(asked, request, reply))
      return reply
        .header('cache-control', 'no-store')
        .redirect(withoutField(request, ownVisitField), 303);
    if (this.visits.known.follow(request, reply, [this.carryOver.cookie]))
      return reply
        .header('cache-control', 'no-store')
        .redirect(withoutField(request, personalLinkField), 303);
    const testRun = this.visits.testRunOf(request);
    const { page: seen, visitor } = testRun
      ? { page: asked, visitor: null }
      : await this.visits.seenBy(asked, request, reply);
    const isCarried = seen.personal || seen.gated || seen.tags.some(countsLeads);
    const carried = isCarried ? await this.visits.carriedTo(seen, request) : null;
    const known = await this.visits.known.on(seen, request);
    if (visitor) this.visits.note(seen, visitor, { kind: 'view' }, request, carried);
    const shown = visitor ? this.visits.shownTo(seen, visitor, request) : seen;
    const counting = visitor ? await this.visits.withLeadTags(shown, carried) : null;
    const page = counting ?? shown;
    const query = queryOf(request.url);
    const isFilled = page.addressFields.some((field) => query.has(field));
    const { sent, from, [ruleField]: rule } = request.query as Record<string, string | undefined>;
    const isLive = page.calendars.length > 0;
    const notSent = page.gated && !carried && !known && !testRun;
    if (
      !hasBody(page) ||
      sent !== undefined ||
      isLive ||
      known ||
      isFilled ||
      notSent ||
      counting ||
      (page.personal && carried)
    ) {
      const isOwn = carried !== null || known !== null || isFilled;
      const reader: Reader = isOwn
        ? await this.visits.readerOf(page, { carried, known, query })
        : {};
      if (notSent) reader.formBefore = page.formBefore;
      const state = sent === undefined ? {} : arrivedState(page, { block: sent, rule }, reader);
      const times = await this.times.freeTimes(page, { from });
      return reply
        .headers({
          ...headersOf(page),
          'cache-control': isOwn || counting ? 'private, no-store' : 'no-store',
        })
        .send(this.renderer.render(page, { ...reader, ...state, times }));
    }
    const { status, headers, body } = plainAnswer(page, request.headers);
    return reply
      .status(status)
      .headers(headers)
      .send(body ?? undefined);
  }
}

/** The address of a page as it was asked for, without one of the fields of its query. */
function withoutField({ url, params }: SiteRequest, field: string): string {
  const fields = new URLSearchParams(url.split('?')[1]);
  fields.delete(field);
  return fields.size > 0 ? `/${params.page}?${fields}` : `/${params.page}`;
}

/** The field of an address that says which of a form's rules fitted what was answered. */
export const ruleField = 'rule';

function arrivedState(
  page: ServedPage,
  { block, rule }: { block: string; rule: string | undefined },
  reader: Reader,
): Reader {
  return {
    formState: (id) => {
      const form = formIn(page, id);
      const after = form?.afterByAnswer[Number(rule)]?.after ?? form?.after;
      return id === block && after?.kind === 'message'
        ? { kind: 'arrived', message: after.text }
        : (reader.formState?.(id) ?? { kind: 'fresh', typed: {} });
    },
  };
}
