import { randomUUID } from 'node:crypto';
import { createServer, type IncomingMessage, type RequestListener } from 'node:http';
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import cookie from '@fastify/cookie';
import helmet from '@fastify/helmet';
import rateLimit from '@fastify/rate-limit';
import staticFiles from '@fastify/static';
import { NestFactory } from '@nestjs/core';
import { FastifyAdapter, type NestFastifyApplication } from '@nestjs/platform-fastify';
import { describeApi } from '@plumgate/contract';
import { LogController, type FastifyInstance } from 'fastify';
import { AppModule, STAND_IN, type Foundations } from './app.module.ts';
import { IntakeService } from './intake/intake.service.ts';
import { FileService } from './pictures/file.service.ts';
import { PictureService } from './pictures/picture.service.ts';
import { Database } from './platform/database/database.ts';
import { AppProblem } from './platform/http/app-problem.ts';
import { MailDoor } from './platform/mail/mail-door.ts';
import type { SmtpStandIn } from './platform/mail/smtp-stand-in.ts';
import type { PlacesStandIn } from './platform/maps/places-stand-in.ts';
import { PLACES_STAND_IN } from './platform/maps/token.ts';
import { Seal } from './platform/seal.ts';
import { secret } from './platform/settings.ts';
import type { GatewayStandIn } from './platform/texts/gateway-stand-in.ts';
import { TEXT_STAND_IN } from './platform/texts/stand-in-token.ts';
import { BookingService } from './booking/booking.service.ts';
import { ClientService } from './clients/client.service.ts';
import { CalendarService } from './booking/calendar.service.ts';
import { ReachService } from './messages/reach.service.ts';
import { textHook } from './messages/text-hook.ts';
import { PersonLinks } from './site/person-links.ts';
import { SiteAddress } from './platform/site-address.ts';
import { Worker } from './platform/worker.ts';
import { VisitCounter } from './results/visit-counter.ts';
import { CarryOver } from './site/carry-over.ts';
import { LivePages } from './site/live-pages.ts';
import type { SiteParts } from './site/site-parts.ts';
import { DomainService } from './domains/domain.service.ts';
import { hostAllowed } from './domains/host-allowed.ts';
import type { DnsStandIn } from './platform/dns/dns-stand-in.ts';
import { DNS_STAND_IN } from './platform/dns/token.ts';
import { ReviewService } from './reviews/review.service.ts';
import { Walks } from './walk/walks.ts';
import { siteRoutes, siteUrl } from './site/site.routes.ts';
import { answerStraight, type Straight } from './site/straight-pages.ts';

const webApp = fileURLToPath(new URL('../../web/dist/app', import.meta.url));
const mostBytes = 20 * 1024 * 1024;

/** The running program: its parts by class, and the orderly way to end it. */
export interface Running {
  app: NestFastifyApplication;
  stop: () => Promise<void>;
}

/** As long as Fastify's own server keeps an idle connection, in ms: longer than the proxies in front of it usually do. */
const keepAliveTimeout = 72_000;

/** Puts the program together without listening yet; `listen` or `inject` follows. */
export async function assemble(given: Foundations): Promise<Running> {
  // The app's own, once there is one: it knows the hosts that clients add.
  let address = new SiteAddress(given.config);
  let straight: Straight | null = null;
  const adapter = new FastifyAdapter({
    loggerInstance: given.log as never,
    // What would not be written need not be put together for every page.
    logController: new LogController({
      disableRequestLogging: given.config.logLevel !== 'info' && given.config.logLevel !== 'debug',
    }),
    genReqId: () => randomUUID(),
    trustProxy: given.config.trustedProxies.length > 0 ? given.config.trustedProxies : false,
    forceCloseConnections: 'idle' as never,
    // A sealed link holds an email address, which may have 254 characters.
    routerOptions: { maxParamLength: 500 },
    serverFactory: (handle: RequestListener) =>
      createServer({ keepAliveTimeout }, (request, answer) => {
        if (!straight || !answerStraight(straight, request, answer)) handle(request, answer);
      }),
    rewriteUrl: (request: IncomingMessage) =>
      siteUrl(address, request.headers.host ?? '', request.url ?? '/'),
  });
  const app = await NestFactory.create<NestFastifyApplication>(AppModule.on(given), adapter, {
    logger: ['error', 'warn'],
  });
  address = app.get(SiteAddress);
  const fastify = adapter.getInstance() as unknown as FastifyInstance;
  await fastify.register(cookie);
  await fastify.register(rateLimit, {
    global: false,
    errorResponseBuilder: () => new AppProblem('too-many-tries'),
  });
  await fastify.register(helmet, {
    contentSecurityPolicy: { useDefaults: false, directives: appPolicy },
    hsts: given.config.origin?.startsWith('https:') ?? false,
  });
  fastify.addContentTypeParser(
    'application/octet-stream',
    { parseAs: 'buffer', bodyLimit: mostBytes },
    (_request, body, parsed) => parsed(null, body),
  );
  fastify.addHook('onRequest', (request, reply, go) => {
    if (request.url.startsWith('/api/'))
      void reply.headers({ 'x-request-id': request.id, 'cache-control': 'no-store' });
    go();
  });
  const parts: SiteParts = {
    address: app.get(SiteAddress),
    pages: app.get(LivePages),
    intake: app.get(IntakeService),
    counter: app.get(VisitCounter),
    pictures: app.get(PictureService),
    files: app.get(FileService),
    database: given.database,
    clock: given.clock,
    carryOver: new CarryOver(app.get(Seal)),
    bookings: app.get(BookingService),
    calendars: app.get(CalendarService),
    reach: app.get(ReachService),
    links: app.get(PersonLinks),
    clients: app.get(ClientService),
    walks: app.get(Walks),
    reviews: app.get(ReviewService),
  };
  straight = { ...parts, cookies: fastify };
  await siteRoutes(fastify, parts);
  await textHook(
    fastify,
    app.get(ReachService),
    given.config.textSecret ?? (await secret(given.database.db, 'text-hook-secret')),
  );
  await hostAllowed(fastify, app.get(SiteAddress), app.get(ClientService));
  const description = JSON.stringify(describeApi());
  fastify.get('/api/openapi.json', (_request, reply) =>
    reply.type('application/json').send(description),
  );
  if (existsSync(webApp)) await serveWebApp(fastify);
  await app.get(DomainService).start();
  app.get(VisitCounter).start();
  app.get(Worker).start();
  return { app, stop: () => stop(app) };
}

/** The app's own pages run our script only, and nobody may frame them. */
const appPolicy = {
  defaultSrc: ["'self'"],
  styleSrc: ["'self'", "'unsafe-inline'"],
  imgSrc: ["'self'", 'data:', 'blob:'],
  objectSrc: ["'none'"],
  baseUri: ["'none'"],
  formAction: ["'self'"],
  frameAncestors: ["'none'"],
};

/** The web app: its files, and its one page for every other address that is not the API's. */
async function serveWebApp(fastify: FastifyInstance): Promise<void> {
  await fastify.register(staticFiles, {
    root: webApp,
    wildcard: false,
    setHeaders: (reply, path) => {
      if (path.includes('/assets/'))
        void reply.header('cache-control', 'public, max-age=31536000, immutable');
    },
  });
  fastify.get('/*', (request, reply) => {
    if (request.url.startsWith('/api/')) throw new AppProblem('not-found');
    return reply.header('cache-control', 'no-cache').sendFile('index.html');
  });
}

/** New requests end first, then the work that is under way, then what it stands on. */
async function stop(app: NestFastifyApplication): Promise<void> {
  await app.close();
  app.get(DomainService).stop();
  await app.get<DnsStandIn | null>(DNS_STAND_IN)?.stop();
  await app.get(Worker).stop();
  await app.get(VisitCounter).stop();
  app.get(MailDoor).close();
  await app.get<SmtpStandIn | null>(STAND_IN)?.stop();
  await app.get<GatewayStandIn | null>(TEXT_STAND_IN)?.stop();
  await app.get<PlacesStandIn | null>(PLACES_STAND_IN)?.stop();
  await app.get(Database).close();
}

/** Listens, and tells the parts that name addresses on which port. */
export async function listen({ app }: Running, port: number, host: string): Promise<number> {
  await app.listen(port, host);
  const bound = Number(new URL(await app.getUrl()).port);
  app.get(SiteAddress).listensOn(bound);
  return bound;
}
