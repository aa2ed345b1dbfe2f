import { createHash, randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { createServer, type IncomingMessage, type RequestListener } from 'node:http';
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import cookie from '@fastify/cookie';
import helmet from '@fastify/helmet';
import staticFiles from '@fastify/static';
import { NestFactory } from '@nestjs/core';
import { FastifyAdapter, type NestFastifyApplication } from '@nestjs/platform-fastify';
import { describeApi, type Endpoint } from '@plumgate/contract';
import { LogController, type FastifyInstance } from 'fastify';
import { EventStreams } from './api/event-streams.ts';
import { LiveEvents } from './platform/live-events.ts';
import { Admission } from './api/admission.ts';
import { AppModule } from './app.module.ts';
import { DemoTime } from './demo/demo-time.ts';
import { BusyFeedService } from './domains/booking/busy-feed.service.ts';
import { SiteVersions } from './domains/clients/site-versions.ts';
import { DomainService } from './domains/own-domains/domain.service.ts';
import { Database } from './platform/database/database.ts';
import type { DnsStandIn } from './platform/dns/dns-stand-in.ts';
import { DNS_STAND_IN } from './platform/dns/token.ts';
import type { Foundations } from './platform/foundations.ts';
import { Gathering } from './platform/database/gathered-writes.ts';
import { Housekeeping } from './platform/housekeeping.ts';
import { AppProblem } from './platform/http/app-problem.ts';
import { addBodyParsers } from './platform/http/body-parsers.ts';
import { isSecure } from './platform/http/cookies.ts';
import type { PinoLogger } from './platform/logging.ts';
import { MailDoor } from './platform/mail/mail-door.ts';
import type { SmtpStandIn } from './platform/mail/smtp-stand-in.ts';
import type { MailIn } from './platform/mail/mail-in.ts';
import { MAIL_IN, MAIL_STAND_IN } from './platform/mail/token.ts';
import type { PlacesStandIn } from './platform/maps/places-stand-in.ts';
import { PLACES_STAND_IN } from './platform/maps/token.ts';
import { SiteAddress } from './platform/site-address.ts';
import type { GatewayStandIn } from './platform/texts/gateway-stand-in.ts';
import { TEXT_STAND_IN } from './platform/texts/stand-in-token.ts';
import { WEBSITE_STAND_IN } from './platform/websites/token.ts';
import type { WebsiteStandIn } from './platform/websites/website-stand-in.ts';
import { Worker } from './platform/worker.ts';
import { Bin } from './records/bin/bin.ts';
import { DirectPages } from './site/direct-pages.ts';
import { siteUrl } from './site/site-host.ts';
import { SiteRoutes } from './site/site.routes.ts';

const webApp = fileURLToPath(new URL('../../web/dist/app', import.meta.url));

/** The running program: its parts by class, and the orderly way to end it. */
export interface Running {
  app: NestFastifyApplication;
  stop: () => Promise<void>;
}

/** A browser that came by https once comes by https for a year (RFC 6797). */
const httpsOnly = 'max-age=31536000';

/** As long as Fastify's own server keeps an idle connection, in ms: longer than the proxies in front of it usually do. */
const keepAliveTimeout = 72_000;

/** Puts the program together without listening yet; `listen` or `inject` follows. */
export async function assemble(given: Foundations): Promise<Running> {
  // The app's own, once there is one: it knows the hosts that clients add.
  let address = new SiteAddress(given.config);
  let directPages: DirectPages | null = null;
  const secure = isSecure(given.config);
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
        if (secure) answer.setHeader('strict-transport-security', httpsOnly);
        if (!directPages?.serve(fastify, request, answer)) handle(request, answer);
      }),
    rewriteUrl: (request: IncomingMessage) =>
      siteUrl(address, request.headers.host ?? '', request.url ?? '/'),
  });
  const app = await NestFactory.create<NestFastifyApplication>(AppModule.on(given), adapter, {
    logger: ['error', 'warn'],
    bodyParser: false,
  });
  address = app.get(SiteAddress);
  const fastify = adapter.getInstance() as unknown as FastifyInstance;
  await fastify.register(cookie);
  await fastify.register(helmet, {
    contentSecurityPolicy: { useDefaults: false, directives: appPolicy },
    hsts: false, // set for every answer, before the framework
  });
  addBodyParsers(fastify);
  const admission = app.get(Admission);
  const build = await buildOf(webApp);
  fastify.addHook('onRequest', async (request, reply) => {
    // No address of ours has a NUL in it, and no database takes one.
    if (/%00/.test(request.url)) throw new AppProblem('bad-request');
    if (request.url.startsWith('/api/'))
      void reply.headers({ 'x-request-id': request.id, 'cache-control': 'no-store', ...build });
    const { endpoint } = request.routeOptions.config as { endpoint?: Endpoint };
    if (endpoint) await admission.admit(request, endpoint);
  });
  directPages = app.get(DirectPages);
  await app.get(SiteRoutes).register(fastify);
  // Written when it is first asked for: it takes a quarter of a second.
  let description: string | undefined;
  fastify.get('/api/openapi.json', (_request, reply) =>
    reply.type('application/json').send((description ??= JSON.stringify(describeApi()))),
  );
  if (existsSync(webApp)) await serveWebApp(fastify);
  await app.get(Bin).replayErasures();
  await app.get(SiteVersions).start();
  await app.get(DomainService).start();
  await app.get(LiveEvents).start();
  await app.get(Gathering).start();
  app.get(Worker).start();
  app.get(Housekeeping).start();
  app.get(BusyFeedService).start();
  return { app, stop: () => stop(app, given.log) };
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

/** Which build of the web app this is, as a header by which an open tab sees that it is older. */
async function buildOf(folder: string): Promise<Record<string, string>> {
  if (!existsSync(folder)) return {};
  const page = await readFile(join(folder, 'index.html'));
  return { 'x-build': createHash('sha256').update(page).digest('hex').slice(0, 16) };
}

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

/** The longest that a stop takes, in ms: supervisors usually kill after ten or more seconds. */
const stopTimeoutMs = 9_000;
/** Of which requests under way have this much: a visitor on a bad line must not cost what others were counted for. */
const requestTimeoutMs = 4_000;

/**
 * New requests end first, then the work that is under way, then what it stands on. A part that can't end well keeps none
 * of the others from it, and one that takes too long is left: what it had not finished is done after the next start.
 */
async function stop(app: NestFastifyApplication, log: PinoLogger): Promise<void> {
  const worker = app.get(Worker);
  worker.finishSoon();
  const parts: (() => unknown)[] = [
    () => app.get(EventStreams).endAll(),
    () => Promise.race([app.close(), setTimeout(requestTimeoutMs, null, { ref: false })]),
    () => app.get(DomainService).stop(),
    () => app.get(SiteVersions).stop(),
    () => app.get(LiveEvents).stop(),
    () => app.get(DemoTime).stop(),
    () => app.get(Housekeeping).stop(),
    () => app.get(BusyFeedService).stop(),
    () => app.get<DnsStandIn | null>(DNS_STAND_IN)?.stop(),
    () => worker.stop(),
    () => app.get(Gathering).stop(),
    () => app.get(MailDoor).close(),
    () => app.get<MailIn | null>(MAIL_IN)?.stop(),
    () => app.get<SmtpStandIn | null>(MAIL_STAND_IN)?.stop(),
    () => app.get<GatewayStandIn | null>(TEXT_STAND_IN)?.stop(),
    () => app.get<PlacesStandIn | null>(PLACES_STAND_IN)?.stop(),
    () => app.get<WebsiteStandIn | null>(WEBSITE_STAND_IN)?.stop(),
    () => app.get(Database).close(),
  ];
  const late = AbortSignal.timeout(stopTimeoutMs);
  const tooLate = once(late, 'abort');
  for (const part of parts) {
    try {
      await Promise.race([part(), tooLate]);
    } catch (error) {
      log.error({ err: error }, 'a part could not stop');
    }
  }
  if (late.aborted) log.error({}, 'stopped before everything was finished');
}

/** Listens, and tells the parts that name addresses on which port. */
export async function listen({ app }: Running, port: number, host: string): Promise<number> {
  await app.listen(port, host);
  const bound = Number(new URL(await app.getUrl()).port);
  app.get(SiteAddress).listensOn(bound);
  return bound;
}
