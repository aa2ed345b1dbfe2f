import { CalendarId } from '@plumgate/core/basics';
import { addressLine } from '@plumgate/core/clients';
import { renderLinkPage, type LinkPage } from '@plumgate/page-kit/render';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { slotView } from '../booking/booking.controller.ts';
import { whenOf, type LoadedBooking } from '../booking/booking.service.ts';
import type { ClientRow } from '../clients/client.service.ts';
import { AppProblem, nullIfNotFound } from '../platform/http/app-problem.ts';
import { chosenTime, timesOf } from './booking-shown.ts';
import type { Leaver } from './person-links.ts';
import { notHere, pageHeaders, type SiteParts } from './site-parts.ts';

type Params = { client: string; token: string };

const options = { helmet: false } as object;
/** Links carry somebody's token: nothing along the way may keep the page, and no other site may learn the address. */
const linkHeaders = {
  ...pageHeaders,
  'cache-control': 'private, no-store',
  'referrer-policy': 'no-referrer',
  'x-robots-tag': 'noindex',
};
/** As far ahead as a question for free times may reach at once. */
const mostDays = 62;

/** What the links in messages open, and the free times as JSON, on the client's own host. */
export async function linkRoutes(site: FastifyInstance, parts: SiteParts): Promise<void> {
  site.get('/:client/~/slots/:calendar', options, (request, reply) => slots(parts, request, reply));
  site.get('/:client/~/booking/:token/visit.ics', options, async (request, reply) => {
    const loaded = await bookingAt(parts, request);
    if (!loaded) return notHere(reply);
    return reply
      .headers({
        ...linkHeaders,
        'content-type': 'text/calendar; charset=utf-8',
        'content-disposition': 'attachment; filename="visit.ics"',
      })
      .send(parts.bookings.file(loaded).content);
  });
  site.get('/:client/~/booking/:token', options, async (request, reply) => {
    const loaded = await bookingAt(parts, request);
    return loaded ? show(reply, await bookingPage(parts, loaded, request)) : notHere(reply);
  });
  site.post('/:client/~/booking/:token', options, (request, reply) =>
    changeBooking(parts, request, reply),
  );
  site.get('/:client/~/unsubscribe/:token', options, async (request, reply) => {
    const leaver = parts.links.leaverIn((request.params as Params).token);
    const client = await clientAt(parts, request);
    if (!leaver || !client) return notHere(reply);
    return show(reply, {
      ...basics(client),
      title: 'No more emails?',
      lines: [leftWords(client, leaver)],
      presses: [{ does: 'unsubscribe', label: 'No more emails' }],
    });
  });
  await site.register(async (press) => oneClick(press, parts));
}

/** The most that the body of one press may be, in bytes. */
const maxPressBytes = 10_000;

/**
 * A mail program posts here by itself when its one press is used (RFC 8058): no sign-in, no question, no redirect. It may
 * send its one field as a form of either kind; whatever it sends, the address alone says what is meant.
 */
function oneClick(press: FastifyInstance, parts: SiteParts): void {
  press.removeAllContentTypeParsers();
  press.addContentTypeParser(
    '*',
    { parseAs: 'buffer', bodyLimit: maxPressBytes },
    (_request, _body, parsed) => parsed(null, {}),
  );
  press.post('/:client/~/unsubscribe/:token', options, async (request, reply) => {
    const leaver = parts.links.leaverIn((request.params as Params).token);
    const client = await clientAt(parts, request);
    if (!leaver || !client || !(await parts.reach.leave(leaver))) return notHere(reply);
    return show(reply, {
      ...basics(client),
      title: 'Done',
      lines: [leftWords(client, leaver)],
      presses: [],
    });
  });
}

async function slots(
  parts: SiteParts,
  request: FastifyRequest,
  reply: FastifyReply,
): Promise<unknown> {
  const client = await clientAt(parts, request);
  const id = CalendarId.safeParse((request.params as { calendar: string }).calendar);
  const calendar =
    client && id.success
      ? await parts.calendars.row(id.data, { clientId: client.id }).catch(nullIfNotFound)
      : null;
  if (!calendar) return notHere(reply);
  const query = request.query as { from?: string; until?: string };
  const now = parts.clock.now();
  const from = chosenTime(query.from) ?? now;
  const farthest = from.add({ hours: 24 * mostDays });
  const asked = chosenTime(query.until) ?? from.add({ hours: 24 * 31 });
  const until = asked.epochMilliseconds > farthest.epochMilliseconds ? farthest : asked;
  const free = await parts.bookings.slots(calendar, from, until);
  return reply.headers({ 'cache-control': 'no-store', 'x-content-type-options': 'nosniff' }).send({
    zone: calendar.content.rules.zone,
    minutes: calendar.content.rules.length,
    slots: free.map(slotView),
  });
}

async function changeBooking(
  parts: SiteParts,
  request: FastifyRequest,
  reply: FastifyReply,
): Promise<unknown> {
  const loaded = await bookingAt(parts, request);
  if (!loaded) return notHere(reply);
  const { booking } = loaded;
  const sent = (request.body ?? {}) as Record<string, string>;
  try {
    if (sent.do === 'cancel') await parts.bookings.cancel(booking.id, 'visitor', null);
    else {
      const start = chosenTime(sent._slot);
      if (!start)
        return show(reply.status(422), {
          ...(await bookingPage(parts, loaded, request)),
          wrong: 'Please choose a time first.',
        });
      await parts.bookings.move(booking.id, start, 'visitor', null);
    }
  } catch (error) {
    if (!(error instanceof AppProblem)) throw error;
    const now = await parts.bookings.load(booking.id);
    return show(reply.status(409), {
      ...(await bookingPage(parts, now, request)),
      wrong: error.message,
    });
  }
  return reply.headers(linkHeaders).redirect(parts.links.bookingPath(booking.id), 303);
}

async function bookingPage(
  parts: SiteParts,
  loaded: LoadedBooking,
  request: FastifyRequest,
): Promise<LinkPage> {
  const { booking, calendar, client } = loaded;
  const path = parts.links.bookingPath(booking.id);
  const when = whenOf(loaded);
  const where = calendar.content.where || addressLine(client.facts);
  if (booking.state === 'cancelled') {
    return {
      ...basics(client),
      title: 'This booking is cancelled',
      lines: [`${calendar.content.name}, ${when}.`],
      presses: [],
    };
  }
  if (!parts.bookings.mayChange(loaded)) {
    const lines = [
      `${calendar.content.name}. ${where}`,
      'It is too close to it, or already past, to move or cancel it here. Please call us.',
    ];
    return { ...basics(client), title: when, lines, presses: [] };
  }
  const { from } = request.query as { from?: string };
  return {
    ...basics(client),
    title: when,
    lines: [`${calendar.content.name}. ${where}`],
    links: [{ href: `${path}/visit.ics`, label: 'Put it in your calendar' }],
    times: {
      free: await timesOf(parts, calendar, path, { from, except: booking.id }),
      label: 'Move to this time',
    },
    presses: [{ does: 'cancel', label: 'Cancel this booking', quiet: true }],
  };
}

/** The booking of the link, on its own client's host only; null for a link that is guessed, changed or another client's. */
async function bookingAt(parts: SiteParts, request: FastifyRequest): Promise<LoadedBooking | null> {
  const client = await clientAt(parts, request);
  const id = parts.links.bookingIn((request.params as Params).token);
  if (!client || !id) return null;
  return parts.bookings.load(id, { clientId: client.id }).catch(nullIfNotFound);
}

async function clientAt(parts: SiteParts, request: FastifyRequest): Promise<ClientRow | null> {
  const { client } = request.params as Params;
  if (parts.address.clientIn(request.headers.host ?? '') !== client) return null;
  return parts.clients.bySlug(client);
}

const leftWords = (client: ClientRow, leaver: Leaver): string =>
  'person' in leaver
    ? `${client.name} will not write to you by email any more.`
    : `Notices of new leads and bookings of ${client.name} will not go to ${leaver.address} any more. They can be switched on again on the Today screen.`;

const basics = (client: ClientRow) => ({
  clientName: client.name,
  phone: client.facts.phone,
  country: client.facts.country,
  brand: client.brand,
  assets: '/~',
});

const show = (reply: FastifyReply, page: LinkPage) =>
  reply.headers(linkHeaders).send(renderLinkPage(page));
