import type { FastifyReply } from 'fastify';
import type { BookingService } from '../booking/booking.service.ts';
import type { CalendarService } from '../booking/calendar.service.ts';
import type { ClientService } from '../clients/client.service.ts';
import type { HeldService } from '../intake/held.service.ts';
import type { IntakeService } from '../intake/intake.service.ts';
import type { ReachService } from '../messages/reach.service.ts';
import type { FileService } from '../pictures/file.service.ts';
import type { PictureService } from '../pictures/picture.service.ts';
import type { Clock } from '../platform/clock.ts';
import type { PinoLogger } from '../platform/logging.ts';
import type { Database } from '../platform/database/database.ts';
import type { CookieSpec } from '../platform/http/cookies.ts';
import type { SiteAddress } from '../platform/site-address.ts';
import type { VisitCounter } from '../results/visit-counter.ts';
import type { CarryOver } from './carry-over.ts';
import type { LivePage, LivePages } from './live-pages.ts';
import type { ShareCards } from './share-cards.ts';
import type { ReviewService } from '../reviews/review.service.ts';
import type { Walks } from '../walk/walks.ts';
import type { PersonLinks } from './person-links.ts';

/** What visitors' hosts are answered with. */
export interface SiteParts {
  address: SiteAddress;
  pages: LivePages;
  intake: IntakeService;
  held: HeldService;
  counter: VisitCounter;
  pictures: PictureService;
  cards: ShareCards;
  files: FileService;
  database: Database;
  clock: Clock;
  log: PinoLogger;
  carryOver: CarryOver;
  visitorCookie: CookieSpec;
  bookings: BookingService;
  calendars: CalendarService;
  reach: ReachService;
  links: PersonLinks;
  clients: ClientService;
  walks: Walks;
  reviews: ReviewService;
}

/** Pages run our script only, and show pictures of our own and of maps; players of films may come from anywhere. */
export const pageHeaders = {
  'content-type': 'text/html; charset=utf-8',
  'cache-control': 'no-cache',
  vary: 'accept-encoding',
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'strict-origin-when-cross-origin',
  'content-security-policy':
    "default-src 'self'; style-src 'unsafe-inline'; img-src 'self' data: https:; frame-src 'self' https:; base-uri 'none'; object-src 'none'; frame-ancestors 'self'",
} as const;

/** Tracking tags of the agency's own load and call what they like, on the pages that carry them and on no other. */
const ownCodePolicy =
  "default-src 'self' https: data: 'unsafe-inline' 'unsafe-eval'; base-uri 'none'; object-src 'none'; frame-ancestors 'self'";

/** What a page is sent with. */
export const headersOf = ({ code }: Pick<LivePage, 'code'>) =>
  code.head || code.body
    ? { ...pageHeaders, 'content-security-policy': ownCodePolicy }
    : pageHeaders;

const missing =
  '<!doctype html><html lang="en"><title>Not found</title><p>There is no page at this address.</p></html>';

/** The same plain answer for everything that is not there: it tells a visitor nothing about us. */
export const notHere = (reply: FastifyReply) =>
  reply
    .status(404)
    .headers({ ...pageHeaders, 'cache-control': 'no-store' })
    .send(missing);
