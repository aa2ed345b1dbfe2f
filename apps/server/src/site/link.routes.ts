import { Injectable } from '@nestjs/common';
import { CalendarId } from '@plumgate/core/basics';
import { pageWords } from '@plumgate/core/languages';
import { renderLinkPage, type LinkPage } from '@plumgate/page-kit/render';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { BookingMessages } from '../domains/booking/booking-messages.ts';
import { BookingService } from '../domains/booking/booking.service.ts';
import { placeOf, whenOf, type LoadedBooking } from '../domains/booking/loaded-booking.ts';
import { SlotService } from '../domains/booking/slot.service.ts';
import { CalendarService } from '../domains/booking/calendar.service.ts';
import { slotView } from '../domains/booking/slot-view.ts';
import { ClientService } from '../domains/clients/client.service.ts';
import { ConfirmationService, type Confirmation } from '../domains/intake/confirmation.service.ts';
import { chosenTime, ShownTimes } from '../domains/live-pages/shown-times.ts';
import { ConsentService } from '../domains/messages/consent.service.ts';
import { PersonLinks, type OptOutTarget } from '../domains/messages/person-links.ts';
import { MessageTracking } from '../domains/messages/message-tracking.ts';
import { Clock } from '../platform/clock.ts';
import { AppProblem, nullIfNotFound } from '../platform/http/app-problem.ts';
import { SiteAddress } from '../platform/site-address.ts';
import type { ClientRow } from '../records/clients/table.ts';
import { linkBasics } from './link-basics.ts';
import { linkHeaders, notHere } from './page-headers.ts';
import { clientOf, siteOptions } from './site-host.ts';
import { seesAll, seesOne } from '../records/accounts/users-of.ts';

type Params = { client: string; token: string };

/** A GIF of one transparent point. */
const onePoint = Buffer.from('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7', 'base64');

/** As far ahead as a question for free times may reach at once. */
const mostDays = 62;

/** The most that the body of one press may be, in bytes. */
const maxPressBytes = 10_000;

/** What the links in messages open, and the free times as JSON, on the client's own host. */
@Injectable()
export class LinkRoutes {
  constructor(
    private readonly address: SiteAddress,
    private readonly clients: ClientService,
    private readonly calendars: CalendarService,
    private readonly bookings: BookingService,
    private readonly bookingMessages: BookingMessages,
    private readonly freeSlots: SlotService,
    private readonly times: ShownTimes,
    private readonly links: PersonLinks,
    private readonly consent: ConsentService,
    private readonly tracking: MessageTracking,
    private readonly confirmations: ConfirmationService,
    private readonly clock: Clock,
  ) {}

  async register(site: FastifyInstance): Promise<void> {
    site.get('/:client/~/slots/:calendar', siteOptions, (request, reply) =>
      this.slots(request, reply),
    );
    site.get('/:client/~/booking/:token/visit.ics', siteOptions, async (request, reply) => {
      const loaded = await this.bookingAt(request);
      if (!loaded) return notHere(reply);
      return reply
        .headers({
          ...linkHeaders,
          'content-type': 'text/calendar; charset=utf-8',
          'content-disposition': 'attachment; filename="visit.ics"',
        })
        .send(this.bookingMessages.file(loaded).content);
    });
    site.get('/:client/~/booking/:token', siteOptions, async (request, reply) => {
      const loaded = await this.bookingAt(request);
      return loaded ? show(reply, await this.bookingPage(loaded, request)) : notHere(reply);
    });
    site.post('/:client/~/booking/:token', siteOptions, (request, reply) =>
      this.changeBooking(request, reply),
    );
    site.get('/:client/~/l/:code', siteOptions, async (request, reply) => {
      const { code } = request.params as { code: string };
      const client = await this.clientAt(request);
      const userAgent = request.headers['user-agent'] ?? '';
      const asked = { method: request.method, userAgent };
      const href = client && (await this.tracking.follow(client.id, code, asked));
      return href ? reply.headers(linkHeaders).redirect(href, 302) : notHere(reply);
    });
    site.get('/:client/~/opened/:picture', siteOptions, async (request, reply) => {
      const { picture } = request.params as { picture: string };
      const client = await this.clientAt(request);
      const token = picture.replace(/\.gif$/, '');
      const userAgent = request.headers['user-agent'] ?? '';
      if (client && request.method === 'GET')
        await this.tracking.opened(client.id, token, userAgent);
      return reply.headers({ ...linkHeaders, 'content-type': 'image/gif' }).send(onePoint);
    });
    site.get('/:client/~/unsubscribe/:token', siteOptions, async (request, reply) => {
      const target = this.links.optOutTargetIn((request.params as Params).token);
      const client = await this.clientAt(request, { andArchived: true });
      if (!target || !client) return notHere(reply);
      return show(reply, {
        ...linkBasics(client),
        title: 'No more emails?',
        lines: [optOutWords(client, target)],
        ...('person' in target && {
          links: [
            {
              href: this.links.preferencesPath(target.person),
              label: 'Choose what you get instead',
            },
          ],
        }),
        presses: [{ does: 'unsubscribe', label: 'No more emails' }],
      });
    });
    site.get('/:client/~/confirm/:token', siteOptions, (request, reply) =>
      this.showConfirmation(request, reply, (client, token) =>
        this.confirmations.find(client, token),
      ),
    );
    site.post('/:client/~/confirm/:token', siteOptions, (request, reply) =>
      this.showConfirmation(request, reply, (client, token) =>
        this.confirmations.confirm(client, token),
      ),
    );
    await site.register(async (press) => this.oneClick(press));
  }

  /**
   * A mail program posts here by itself when its one press is used (RFC 8058): no sign-in, no question, no redirect. It may
   * send its one field as a form of either kind; whatever it sends, the address alone says what is meant.
   */
  private oneClick(press: FastifyInstance): void {
    press.removeAllContentTypeParsers();
    press.addContentTypeParser(
      '*',
      { parseAs: 'buffer', bodyLimit: maxPressBytes },
      (_request, _body, parsed) => parsed(null, {}),
    );
    press.post('/:client/~/unsubscribe/:token', siteOptions, async (request, reply) => {
      const target = this.links.optOutTargetIn((request.params as Params).token);
      const client = await this.clientAt(request, { andArchived: true });
      if (!target || !client || !(await this.consent.optOut(target))) return notHere(reply);
      return show(reply, {
        ...linkBasics(client),
        title: 'Done',
        lines: [optOutWords(client, target)],
        presses: [],
      });
    });
  }

  /** Programs that look into mail open every link: only a press confirms. */
  private async showConfirmation(
    request: FastifyRequest,
    reply: FastifyReply,
    read: (client: ClientRow, token: string) => Promise<Confirmation | null>,
  ): Promise<unknown> {
    const client = await this.clientAt(request);
    if (!client) return notHere(reply);
    const found = await read(client, (request.params as Params).token);
    const words = pageWords(found?.language ?? 'en').confirm;
    const title = !found ? words.gone : found.isConfirmed ? words.done : words.subject;
    return show(reply.status(found ? 200 : 404), {
      ...linkBasics(client),
      ...(found && { language: found.language }),
      title,
      lines: [],
      presses: found && !found.isConfirmed ? [{ does: 'confirm', label: words.press }] : [],
    });
  }

  private async slots(request: FastifyRequest, reply: FastifyReply): Promise<unknown> {
    const client = await this.clientAt(request);
    const id = CalendarId.safeParse((request.params as { calendar: string }).calendar);
    const calendar =
      client && id.success
        ? await this.calendars.row(id.data, seesOne(client.id)).catch(nullIfNotFound)
        : null;
    if (!calendar) return notHere(reply);
    const query = request.query as { from?: string; until?: string };
    const now = this.clock.now();
    const from = chosenTime(query.from) ?? now;
    const farthest = from.add({ hours: 24 * mostDays });
    const asked = chosenTime(query.until) ?? from.add({ hours: 24 * 31 });
    const until = asked.epochMilliseconds > farthest.epochMilliseconds ? farthest : asked;
    const free = await this.freeSlots.slots(calendar, from, until);
    return reply
      .headers({ 'cache-control': 'no-store', 'x-content-type-options': 'nosniff' })
      .send({
        zone: calendar.content.rules.zone,
        minutes: calendar.content.rules.length,
        slots: free.map(slotView),
      });
  }

  private async changeBooking(request: FastifyRequest, reply: FastifyReply): Promise<unknown> {
    const loaded = await this.bookingAt(request);
    if (!loaded) return notHere(reply);
    const { booking } = loaded;
    const sent = (request.body ?? {}) as Record<string, string>;
    try {
      if (sent.do === 'cancel') await this.bookings.cancel(booking.id, 'visitor', seesAll);
      else {
        const start = chosenTime(sent._slot);
        if (!start)
          return show(reply.status(422), {
            ...(await this.bookingPage(loaded, request)),
            wrong: 'Please choose a time first.',
          });
        await this.bookings.move(booking.id, start, 'visitor', seesAll);
      }
    } catch (error) {
      if (!(error instanceof AppProblem)) throw error;
      const now = await this.bookings.load(booking.id);
      return show(reply.status(409), {
        ...(await this.bookingPage(now, request)),
        wrong: error.message,
      });
    }
    return reply.headers(linkHeaders).redirect(this.links.bookingPath(booking.id), 303);
  }

  private async bookingPage(loaded: LoadedBooking, request: FastifyRequest): Promise<LinkPage> {
    const { booking, calendar, client } = loaded;
    const path = this.links.bookingPath(booking.id);
    const when = whenOf(loaded);
    const where = [loaded.staff && `With ${loaded.staff.name}`, placeOf(loaded)]
      .filter(Boolean)
      .join('. ');
    if (booking.state === 'cancelled') {
      return {
        ...linkBasics(client),
        title: 'This booking is canceled',
        lines: [`${calendar.content.name}, ${when}.`],
        presses: [],
      };
    }
    if (!this.bookings.mayChange(loaded)) {
      const lines = [
        `${calendar.content.name}. ${where}`,
        'It is too close to it, or already past, to move or cancel it here. Please call us.',
      ];
      return { ...linkBasics(client), title: when, lines, presses: [] };
    }
    const { from } = request.query as { from?: string };
    return {
      ...linkBasics(client),
      title: when,
      lines: [`${calendar.content.name}. ${where}`],
      links: [{ href: `${path}/visit.ics`, label: 'Put it in your calendar' }],
      times: {
        free: await this.times.timesOf(calendar, path, {
          ...{ from, except: booking.id, place: booking.place },
          staff: calendar.content.staffing?.assign === 'choose' ? booking.staffId : null,
        }),
        label: 'Move to this time',
      },
      presses: [{ does: 'cancel', label: 'Cancel this booking', quiet: true }],
    };
  }

  /** The booking of the link, on its own client's host only; null for a link that is guessed, changed or another client's. */
  private async bookingAt(request: FastifyRequest): Promise<LoadedBooking | null> {
    const client = await this.clientAt(request);
    const id = this.links.bookingIn((request.params as Params).token);
    if (!client || !id) return null;
    return this.bookings.load(id, seesOne(client.id)).catch(nullIfNotFound);
  }

  /** Whose host is asked; of clients that are archived only with `andArchived`. */
  private async clientAt(
    request: FastifyRequest,
    which: { andArchived?: boolean } = {},
  ): Promise<ClientRow | null> {
    const client = clientOf(this.address, request);
    return client === null ? null : this.clients.bySlug(client, which);
  }
}

const optOutWords = (client: ClientRow, target: OptOutTarget): string =>
  'person' in target
    ? `${client.name} will no longer email you.`
    : `Notices of new leads and bookings of ${client.name} will no longer go to ${target.address}. They can be turned on again on the Today screen.`;

const show = (reply: FastifyReply, page: LinkPage) =>
  reply.headers(linkHeaders).send(renderLinkPage(page));
