import { Injectable } from '@nestjs/common';
import { renderLinkPage, type LinkPage } from '@plumgate/page-kit/render';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import type { LoadedWaiting } from '../domains/booking/loaded-waiting.ts';
import { WaitingListService } from '../domains/booking/waiting-list.service.ts';
import { seatWords } from '../domains/booking/waiting-messages.ts';
import { ClientService } from '../domains/clients/client.service.ts';
import { PersonLinks } from '../domains/messages/person-links.ts';
import { Clock } from '../platform/clock.ts';
import { AppProblem } from '../platform/http/app-problem.ts';
import { SiteAddress } from '../platform/site-address.ts';
import { linkBasics } from './link-basics.ts';
import { linkHeaders, notHere } from './page-headers.ts';
import { clientOf, siteOptions } from './site-host.ts';

/** The page on which somebody who waited takes the seat that is held for them, or leaves it to the next. */
@Injectable()
export class OfferRoutes {
  constructor(
    private readonly address: SiteAddress,
    private readonly clients: ClientService,
    private readonly waiting: WaitingListService,
    private readonly links: PersonLinks,
    private readonly clock: Clock,
  ) {}

  register(site: FastifyInstance): void {
    const path = '/:client/~/offer/:token';
    site.get(path, siteOptions, async (request, reply) => {
      const loaded = await this.asked(request);
      return loaded ? show(reply, this.pageOf(loaded)) : notHere(reply);
    });
    site.post(path, siteOptions, async (request, reply) => {
      const loaded = await this.asked(request);
      if (!loaded) return notHere(reply);
      const { id } = loaded.entry;
      if ((request.body as { do?: string } | null)?.do === 'decline')
        await this.waiting.decline(id);
      else {
        const booking = await this.waiting.take(id).catch((error: unknown) => {
          if (error instanceof AppProblem) return null;
          throw error;
        });
        if (booking)
          return reply.headers(linkHeaders).redirect(this.links.bookingPath(booking.id), 303);
      }
      return show(reply, this.pageOf((await this.waiting.load(id))!));
    });
  }

  private pageOf(loaded: LoadedWaiting): LinkPage {
    const { entry, client } = loaded;
    const basics = { ...linkBasics(client), presses: [] };
    const { what, until } = seatWords(loaded);
    const isHeld =
      entry.state === 'offered' &&
      entry.offeredUntil!.epochMilliseconds > this.clock.now().epochMilliseconds;
    if (isHeld)
      return {
        ...basics,
        title: 'A seat is free',
        lines: [`${what}.`, `It is held for you until ${until}.`],
        presses: [
          { does: 'take', label: 'Take the seat' },
          { does: 'decline', label: 'Leave it to the next', quiet: true },
        ],
      };
    switch (entry.state) {
      case 'taken':
        return { ...basics, title: 'The seat is yours', lines: [`${what}.`] };
      case 'waiting':
        return { ...basics, title: 'You are on the waiting list', lines: [`${what}.`] };
      case 'declined':
        return { ...basics, title: 'Thank you for telling us', lines: ['The next can have it.'] };
      default:
        return {
          ...basics,
          title: 'This seat is no longer held for you',
          lines: [`${what}.`, 'The time was over, so it was offered to the next.'],
        };
    }
  }

  /** Who a link was made for, on their own client's host only; null for one that is guessed or another client's. */
  private async asked(request: FastifyRequest): Promise<LoadedWaiting | null> {
    const slug = clientOf(this.address, request);
    const client = slug === null ? null : await this.clients.bySlug(slug, {});
    const id = this.links.offerIn((request.params as { token: string }).token);
    const loaded = client && id ? await this.waiting.load(id) : null;
    return loaded?.client.id === client?.id ? loaded : null;
  }
}

const show = (reply: FastifyReply, page: LinkPage) =>
  reply.headers(linkHeaders).send(renderLinkPage(page));
