import { readFile } from 'node:fs/promises';
import { fieldWords, type FieldProblem, type FormDefinition } from '@plumgate/core/forms';
import { clientFields } from '@plumgate/core/clients';
import { pageWords } from '@plumgate/core/languages';
import { escapeHtml, fillOrKeep } from '@plumgate/core/messages';
import { blocksOf, formIdOf, type Block } from '@plumgate/core/page';
import {
  cleanData,
  done,
  failed,
  ownValue,
  FileId,
  PictureId,
  RevisionId,
  Slug,
  type CalendarId,
  type Outcome,
} from '@plumgate/core/basics';
import type { FreeTimes, PictureFormat } from '@plumgate/page-kit';
import { and, eq } from 'drizzle-orm';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { personFields } from '../followup/compose.ts';
import type { Taken } from '../intake/held.service.ts';
import { askingBlock, incomingOf, slotField, type Incoming } from '../intake/incoming.ts';
import { pageRevisions } from '../pages/table.ts';
import type { Database } from '../platform/database/database.ts';
import { drawnTile } from '../platform/maps/drawn-tile.ts';
import type { SiteAddress } from '../platform/site-address.ts';
import { fontPaths, scriptOf } from './assets.ts';
import { carriedOn, type Carried } from './carry-over.ts';
import type { LivePage, Reader } from './live-pages.ts';
import { renderLinkPage, renderTimes } from '@plumgate/page-kit/render';
import { chosenTime, freeTimes, shownBooking } from './booking-shown.ts';
import { linkRoutes } from './link.routes.ts';
import { plainAnswer } from './plain-page.ts';
import { reviewRoutes } from './review.routes.ts';
import { sendFile } from './send-file.ts';
import { walkHeader } from '../walk/walks.ts';
import { headersOf, notHere, pageHeaders, type SiteParts } from './site-parts.ts';
import { readVisitor } from './visitor.ts';

/** Below this, requests for clients' hosts are put by `siteUrl`; nobody can ask for it by its name. */
const mount = '/~site';

/** Turns a request for a client's host into one below the mount; the app's own stays as it is. */
export function siteUrl(address: SiteAddress, host: string, url: string): string {
  const client = address.clientIn(host);
  return client === null ? url : `${mount}/${client || '-'}${url}`;
}

const forEver = 'public, max-age=31536000, immutable';
type SiteRequest = FastifyRequest<{ Params: { client: string; page: string } }>;

/** Everything that visitors' hosts answer: pages, their forms, and what pages are made of. */
export async function siteRoutes(app: FastifyInstance, parts: SiteParts): Promise<void> {
  assetRoutes(app, parts);
  await app.register((site) => pageRoutes(site, parts), { prefix: mount });
}

async function pageRoutes(site: FastifyInstance, parts: SiteParts): Promise<void> {
  site.removeAllContentTypeParsers();
  site.addContentTypeParser(
    'application/x-www-form-urlencoded',
    { parseAs: 'string' },
    (_request, body, parsed) =>
      parsed(null, cleanData(Object.fromEntries(new URLSearchParams(String(body))))),
  );
  site.setErrorHandler((error: Error & { statusCode?: number }, request, reply) => {
    const status = error.statusCode ?? 500;
    if (status >= 500) request.log.error({ err: error }, 'visitor request failed');
    const words =
      status === 413
        ? 'That is more text than this form can take.'
        : 'This did not work just now. Please go back and try again.';
    void reply
      .status(status)
      .type('text/html; charset=utf-8')
      .send(`<!doctype html><html lang="en"><title>Sorry</title><p>${words}</p></html>`);
  });
  const helmet = { helmet: false } as object;
  assetRoutes(site, parts, '/:client');
  await linkRoutes(site, parts);
  reviewRoutes(site, parts);
  site.get('/:client/robots.txt', helmet, (request, reply) => robots(parts, request, reply));
  site.get('/:client/sitemap.xml', helmet, (request, reply) => sitemap(parts, request, reply));
  site.get('/:client/:page', helmet, (request, reply) =>
    showPage(parts, request as SiteRequest, reply),
  );
  site.post('/:client/:page', helmet, (request, reply) =>
    takeForm(parts, request as SiteRequest, reply),
  );
  // The web app answers every other address of its own host; on a client's host there is nothing else.
  site.all('/*', helmet, (_request, reply) => notHere(reply));
}

/** The client that a request's own Host header names; null for a path that only names the mount. */
function clientOf(parts: SiteParts, request: FastifyRequest): string | null {
  const { client } = request.params as { client: string };
  return parts.address.clientIn(request.headers.host ?? '') === client ? client : null;
}

/** What crawlers may read (RFC 9309): every page, and nothing of what pages are made of or of anybody's own links. */
function robots(parts: SiteParts, request: FastifyRequest, reply: FastifyReply): unknown {
  const client = clientOf(parts, request);
  if (!client) return notHere(reply);
  const lines = [
    'User-agent: *',
    'Disallow: /~/booking/',
    'Disallow: /~/review/',
    'Disallow: /~/unsubscribe/',
    '',
    `Sitemap: ${parts.address.known(client)}/sitemap.xml`,
  ];
  return reply.type('text/plain; charset=utf-8').send(`${lines.join('\n')}\n`);
}

/** The live pages that one may come to first, as sitemaps.org's protocol 0.9 has it. */
async function sitemap(
  parts: SiteParts,
  request: FastifyRequest,
  reply: FastifyReply,
): Promise<unknown> {
  const client = clientOf(parts, request);
  if (!client) return notHere(reply);
  const urls = (await parts.pages.listed(client)).map(
    (slug) => `<url><loc>${escapeHtml(`${parts.address.known(client)}/${slug}`)}</loc></url>`,
  );
  return reply
    .type('application/xml; charset=utf-8')
    .send(
      `<?xml version="1.0" encoding="UTF-8"?>\n<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">${urls.join('')}</urlset>\n`,
    );
}

async function pageFor(parts: SiteParts, request: SiteRequest): Promise<Served | null> {
  const { client, page } = request.params;
  if (!Slug.safeParse(page).success) return null;
  // Only the Host header says whose page it is; a path that names the mount itself leads nowhere.
  if (parts.address.clientIn(request.headers.host ?? '') !== client) return null;
  const walk = parts.walks.belonging(request.headers[walkHeader]);
  return walk?.which === 'draft'
    ? parts.pages.draftAt(client, page)
    : parts.pages.find(client, page);
}

/** A page as it is answered: a live one has its body ready, a walk through drafts has none. */
type Served = Omit<LivePage, 'body'> & Partial<Pick<LivePage, 'body'>>;

/** An address that a page had before leads to where it is now, for ever and with all that came along (RFC 9110, 308). */
async function movedOrNotHere(
  parts: SiteParts,
  request: SiteRequest,
  reply: FastifyReply,
): Promise<unknown> {
  const { client, page } = request.params;
  const isHost =
    parts.address.clientIn(request.headers.host ?? '') === client && Slug.safeParse(page).success;
  const slug = isHost ? await parts.pages.movedTo(client, page) : null;
  if (slug === null) return isHost ? shutOrNotHere(parts, request, reply) : notHere(reply);
  const [, query] = request.url.split(/(?=\?)/);
  return reply.header('cache-control', 'no-cache').redirect(`/${slug}${query ?? ''}`, 308);
}

/** A page that was taken off leaves whoever still has its address with the client's name and number. */
async function shutOrNotHere(
  parts: SiteParts,
  request: SiteRequest,
  reply: FastifyReply,
): Promise<unknown> {
  const { client, page } = request.params;
  const shut = await parts.pages.shut(client, page);
  if (!shut) return notHere(reply);
  const { clientName, facts, brand } = shut;
  const html = renderLinkPage({
    clientName,
    phone: facts.phone,
    country: facts.country,
    brand,
    assets: '/~',
    title: 'This page is not here any more',
    lines: [
      facts.phone
        ? `What it offered may be over. Call ${clientName} and they will help you.`
        : `What it offered may be over. Please get in touch with ${clientName}.`,
    ],
    presses: [],
  });
  return reply
    .status(404)
    .headers({ ...pageHeaders, 'cache-control': 'no-store', 'x-robots-tag': 'noindex' })
    .send(html);
}

async function showPage(
  parts: SiteParts,
  request: SiteRequest,
  reply: FastifyReply,
): Promise<unknown> {
  const page = await pageFor(parts, request);
  if (!page) return movedOrNotHere(parts, request, reply);
  const carried = page.personal || page.gated ? await carriedTo(parts, page, request) : null;
  const isWalk = parts.walks.belonging(request.headers[walkHeader]) !== null;
  if (!isWalk) countVisit(parts, page, request, reply, carried);
  const { sent, from } = request.query as { sent?: string; from?: string };
  const isLive = page.calendars.length > 0;
  if (!hasBody(page) || sent !== undefined || isLive || (page.personal && carried)) {
    const reader = carried ? await readerOf(parts, page, carried) : {};
    const state = sent === undefined ? {} : arrivedState(page, sent, reader);
    const times = await freeTimes(parts, page, { from });
    return reply
      .headers({ ...headersOf(page), 'cache-control': carried ? 'private, no-store' : 'no-store' })
      .send(parts.pages.render(page, { ...reader, ...state, times }));
  }
  const { status, headers, body } = plainAnswer(page, request.headers);
  return reply
    .status(status)
    .headers(headers)
    .send(body ?? undefined);
}

const hasBody = (page: Served): page is LivePage => page.body !== undefined;

async function carriedTo(
  parts: SiteParts,
  page: Served,
  request: FastifyRequest,
): Promise<Carried | null> {
  const carried = await parts.carryOver.open(request.cookies[parts.carryOver.cookie.name]);
  return carried?.funnel === page.funnelId ? carried : null;
}

/** A page that is reached only by completing the one before counts only those who did. */
function countVisit(
  parts: SiteParts,
  page: Served,
  request: FastifyRequest,
  reply: FastifyReply,
  carried: Carried | null,
): void {
  const visitor = readVisitor(parts, request, reply);
  if (visitor.bot || (page.gated && !carried)) return;
  parts.counter.count({
    clientId: page.clientId,
    pageId: page.pageId,
    visitorId: visitor.id,
    source: visitor.source,
    device: visitor.device,
    at: parts.clock.now(),
    zone: page.zone,
  });
}

/** What a known visitor sees: their name in the words, their booking, and what they typed before in the questions that ask it again. */
async function readerOf(parts: SiteParts, page: Served, carried: Carried): Promise<Reader> {
  const person = personFields({
    firstName: carried.first,
    lastName: carried.last,
    email: carried.email,
    phone: carried.phone,
  });
  const answers: Partial<Record<string, string>> = {
    'full-name': person.name,
    'first-name': carried.first,
    'last-name': carried.last,
    email: carried.email,
    phone: carried.phone,
  };
  const typed = Object.fromEntries(
    Object.values(page.forms).flatMap((form) =>
      form.questions.map((question) => [question.key, answers[question.kind] ?? '']),
    ),
  );
  return {
    person,
    known: { name: person.name, email: carried.email },
    booking: carried.booking && (await shownBooking(parts, carried.booking, page)),
    formState: () => ({ kind: 'fresh', typed }),
  };
}

function arrivedState(page: Served, block: string, reader: Reader): Reader {
  return {
    formState: (id) => {
      const form = formIn(page, id);
      return id === block && form?.after.kind === 'message'
        ? { kind: 'arrived', message: form.after.text }
        : (reader.formState?.(id) ?? { kind: 'fresh', typed: {} });
    },
  };
}

function formIn(
  page: Pick<LivePage, 'document' | 'forms'>,
  block: string,
): FormDefinition | undefined {
  const found = blocksOf(page.document).find((one) => one.id === block);
  const id = found && formIdOf(found);
  return id ? page.forms[id] : undefined;
}

async function takeForm(
  parts: SiteParts,
  request: SiteRequest,
  reply: FastifyReply,
): Promise<unknown> {
  const page = await pageFor(parts, request);
  if (!page) return movedOrNotHere(parts, request, reply);
  const typed = (request.body ?? {}) as Record<string, string>;
  const revision = await parts.pages.atRevision(page, typed._revision ?? '');
  const visitor = readVisitor(parts, request, reply);
  const incoming = incomingOf({ ...page, ...revision }, typed._form ?? '', {
    typed,
    start: chosenTime(typed[slotField]),
    once: typed._once ?? '',
    visitorId: visitor.known ? visitor.id : '',
    source: visitor.source,
    device: visitor.device,
  });
  if (!incoming) return notHere(reply);
  const { form } = incoming;
  const block = askingBlock(revision.document, incoming.block)!;
  const walk = parts.walks.belonging(request.headers[walkHeader]);
  const wantsJson = request.headers.accept?.includes('application/json') ?? false;
  const received = await takenIn(parts, walk, request.ip, incoming);
  if (!received.ok)
    return refuse(
      parts,
      { ...page, ...revision },
      block,
      form,
      typed,
      received.problem,
      wantsJson,
      reply,
    );
  await carryOn(parts, page, received.value, request, reply);
  return goOn(page, block.id, form, received.value, wantsJson, reply);
}

/** A lead is taken in; a walk's is rehearsed, and what it would have caused is noted for the report. */
async function takenIn(
  { intake, held, log }: SiteParts,
  walk: ReturnType<SiteParts['walks']['belonging']>,
  address: string,
  incoming: Incoming,
): Promise<Outcome<Taken, FieldProblem[]>> {
  if (!walk)
    return held.receiveFrom(address, incoming).catch((error: unknown) => {
      log.error({ err: error }, 'submission not stored');
      return failed([{ field: '', code: 'unavailable' }]);
    });
  const rehearsed = await intake.rehearse(incoming);
  if (!rehearsed.ok) return rehearsed;
  walk.effects = rehearsed.value.effects;
  return done(rehearsed.value.received);
}

/** The page comes back with everything as it was typed and a sentence at each answer. */
async function refuse(
  parts: SiteParts,
  page: Served,
  block: Block,
  form: FormDefinition,
  typed: Record<string, string>,
  problems: FieldProblem[],
  wantsJson: boolean,
  reply: FastifyReply,
): Promise<unknown> {
  const isUnavailable = problems.some((problem) => problem.code === 'unavailable');
  void reply
    .status(isUnavailable ? 503 : 422)
    .headers({ ...headersOf(page), 'cache-control': 'no-store' });
  if (isUnavailable) void reply.header('retry-after', '10');
  const isTaken = problems.some((problem) => problem.code === 'slot-taken');
  const wished = isTaken ? chosenTime(typed[slotField]) : null;
  const times = await freeTimes(parts, page, { wished }).catch(
    () => new Map<CalendarId, FreeTimes>(),
  );
  if (!wantsJson) {
    const name = form.questions
      .filter(({ kind }) => ['full-name', 'first-name', 'last-name'].includes(kind))
      .map(({ key }) => ownValue(typed, key))
      .filter(Boolean)
      .join(' ');
    return reply.send(
      parts.pages.render(page, {
        times,
        known: name ? { name, email: '' } : null,
        formState: (id) =>
          id === block.id ? { kind: 'refused', typed, problems } : { kind: 'fresh', typed: {} },
      }),
    );
  }
  const said = pageWords(page.document.language);
  const free = isTaken && block.kind === 'booking' ? times.get(block.calendarId) : undefined;
  return reply.type('application/json; charset=utf-8').send({
    problems: problems.map((problem) => {
      const question = form.questions.find((question) => question.key === problem.field);
      return {
        field: problem.field,
        known: question !== undefined,
        message: fieldWords(problem, question?.label ?? problem.field, said),
      };
    }),
    ...(free && { times: renderTimes(free, page.document.language) }),
  });
}

async function carryOn(
  parts: SiteParts,
  page: Served,
  { details, bookingId }: Taken,
  request: FastifyRequest,
  reply: FastifyReply,
): Promise<void> {
  const { cookie } = parts.carryOver;
  const before = await carriedTo(parts, page, request);
  const carried = carriedOn(before, page.funnelId, details, bookingId);
  void reply.setCookie(cookie.name, await parts.carryOver.close(carried), cookie.options);
}

/** To the next step, to an address, or the message in place; a form whose next step is not live says thank you in place. */
function goOn(
  page: Served,
  block: string,
  form: FormDefinition,
  { details }: Taken,
  wantsJson: boolean,
  reply: FastifyReply,
): unknown {
  const { after } = form;
  const next =
    after.kind === 'address'
      ? uriOf(after.href)
      : after.kind === 'next-step'
        ? page.nextStep
        : null;
  const message = fillOrKeep(
    after.kind === 'message' ? after.text : 'Thank you. Your answers have arrived.',
    {
      client: clientFields(page.clientName, page.facts),
      person: personFields(details),
    },
  );
  if (wantsJson) return reply.send(next ? { next } : { message });
  return reply.redirect(next ?? `/${page.slug}?sent=${block}#${block}`, 303);
}

/** An address as it travels in a header: other letters than Latin ones are encoded (RFC 3987, section 3.1). */
const uriOf = (href: string): string =>
  URL.canParse(href) ? new URL(href).href : encodeURI(href).replaceAll('%25', '%');

/** Fonts, the script, pictures and code frames: the same on every host, named so that they can be kept for ever. */
function assetRoutes(app: FastifyInstance, parts: SiteParts, base = ''): void {
  const options = { helmet: false } as object;
  app.get(`${base}/~/:script`, options, (request, reply) => {
    const script = scriptOf((request.params as { script: string }).script);
    if (!script) return notHere(reply);
    const br = /\bbr\b/.test(request.headers['accept-encoding'] ?? '');
    void reply.headers({
      'content-type': 'text/javascript; charset=utf-8',
      'cache-control': forEver,
      vary: 'accept-encoding',
    });
    if (br) void reply.header('content-encoding', 'br');
    return reply.send(br ? script.br : script.plain);
  });
  app.get(`${base}/~/fonts/:file`, options, async (request, reply) => {
    const path = fontPaths.get((request.params as { file: string }).file);
    if (!path) return notHere(reply);
    return reply
      .headers({ 'content-type': 'font/woff2', 'cache-control': forEver })
      .send(await readFile(path));
  });
  app.get(`${base}/~/pictures/:file`, options, async (request, reply) => {
    const [, id, width, format] =
      /^([0-9a-f-]{36})-(\d{2,4})\.(avif|webp|jpeg)$/.exec(
        (request.params as { file: string }).file,
      ) ?? [];
    const picture = PictureId.safeParse(id);
    const file = picture.success
      ? await parts.pictures.file(picture.data, Number(width), format as PictureFormat)
      : null;
    if (!file) return notHere(reply);
    const { v } = request.query as { v?: string };
    return reply
      .headers({
        'content-type': `image/${format}`,
        'cache-control': v === file.stamp ? forEver : 'no-cache',
      })
      .send(file.content);
  });
  app.get(`${base}/~/card/:file`, options, async (request, reply) => {
    const [, id] = /^([0-9a-f-]{36})\.png$/.exec((request.params as { file: string }).file) ?? [];
    const card = await parts.cards.of(id ?? '');
    if (!card) return notHere(reply);
    return reply.headers({ 'content-type': 'image/png', 'cache-control': forEver }).send(card);
  });
  app.get(`${base}/~/tiles/:z/:x/:y`, options, (request, reply) => {
    const { z, x, y } = request.params as Record<'z' | 'x' | 'y', string>;
    const [zoom, column, row] = [Number(z), Number(x), Number(y.replace(/\.svg$/, ''))];
    if (![zoom, column, row].every((one) => Number.isInteger(one) && one >= 0))
      return notHere(reply);
    return reply
      .headers({ 'content-type': 'image/svg+xml', 'cache-control': forEver })
      .send(drawnTile(zoom, column, row));
  });
  app.get(`${base}/~/files/:id`, options, async (request, reply) => {
    const id = FileId.safeParse((request.params as { id: string }).id);
    const file = id.success ? await parts.files.read(id.data) : null;
    return file ? sendFile(file, request, reply) : notHere(reply);
  });
  app.get(`${base}/~/code/:revision/:block`, options, async (request, reply) => {
    const { revision, block } = request.params as { revision: string; block: string };
    const html = await codeOf(parts.database, revision, block);
    if (html === null) return notHere(reply);
    return reply
      .headers({
        'content-type': 'text/html; charset=utf-8',
        'cache-control': forEver,
        'x-content-type-options': 'nosniff',
        // Opened by itself, too, it has an origin of its own and no one's cookies.
        'content-security-policy': 'sandbox allow-scripts allow-forms allow-popups',
      })
      .send(html);
  });
}

async function codeOf(database: Database, revision: string, block: string): Promise<string | null> {
  const asked = RevisionId.safeParse(revision);
  if (!asked.success) return null;
  const [row] = await database.db
    .select({ document: pageRevisions.document })
    .from(pageRevisions)
    .where(and(eq(pageRevisions.id, asked.data)));
  const found = row && blocksOf(row.document).find((one) => one.id === block);
  return found?.kind === 'code' ? found.html : null;
}
