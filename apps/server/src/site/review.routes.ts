import { dayWords } from '@plumgate/core/basics';
import { renderLinkPage, renderReviewPage, type ReviewPage } from '@plumgate/page-kit/render';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { z } from 'zod';
import type { ClientRow } from '../clients/client.service.ts';
import { stepsOf, type PageRow } from '../pages/page-row.ts';
import type { ReviewRow } from '../reviews/review.service.ts';
import { scriptName } from './assets.ts';
import { notHere, pageHeaders, type SiteParts } from './site-parts.ts';

const options = { helmet: false } as object;
/** The link itself is what lets somebody in: nothing on the way may keep it, and no other site may learn it. */
const reviewHeaders = {
  ...pageHeaders,
  'cache-control': 'private, no-store',
  'referrer-policy': 'no-referrer',
  'x-robots-tag': 'noindex, nofollow',
};

const Said = z.object({
  do: z.enum(['remark', 'approve']),
  band: z.string().max(60).catch(''),
  x: z.coerce.number().min(0).max(1).catch(0),
  y: z.coerce.number().min(0).max(1).catch(0),
  words: z.string().trim().max(2000).catch(''),
  who: z.string().trim().max(80).catch(''),
});

interface Opened {
  link: ReviewRow & { funnel: string };
  client: ClientRow;
  steps: PageRow[];
  step: PageRow;
  isPhone: boolean;
}

/** What a review link opens: drafts with the remarks on them, on the client's own host. */
export function reviewRoutes(site: FastifyInstance, parts: SiteParts): void {
  site.get('/:client/~/review/:token', options, async (request, reply) => {
    const opened = await open(parts, request, reply);
    return opened && show(parts, request, reply, opened, null);
  });
  site.post('/:client/~/review/:token', options, async (request, reply) => {
    const opened = await open(parts, request, reply);
    return opened && say(parts, request, reply, opened);
  });
  site.get('/:client/~/review/:token/page/:slug', options, async (request, reply) => {
    const opened = await open(parts, request, reply);
    if (!opened) return;
    const { client, slug } = request.params as { client: string; slug: string };
    const page = opened.steps.some((step) => step.slug === slug)
      ? await parts.pages.draftAt(client, slug)
      : null;
    if (!page) return notHere(reply);
    const html = parts.pages.render({ ...page, code: { head: '', body: '' } }, {});
    return reply.headers(reviewHeaders).send(html);
  });
}

/** The review that a request may see; else it has been answered, and null comes back. */
async function open(
  parts: SiteParts,
  request: FastifyRequest,
  reply: FastifyReply,
): Promise<Opened | null> {
  const { client: slug, token } = request.params as { client: string; token: string };
  const isHost = parts.address.clientIn(request.headers.host ?? '') === slug;
  const client = isHost ? await parts.clients.bySlug(slug) : null;
  const link = client && (await parts.reviews.byToken(slug, token));
  if (!client || !link) {
    await notHere(reply);
    return null;
  }
  const steps = await stepsOf(parts.database.db, link.funnelId);
  const { page, as } = request.query as { page?: string; as?: string };
  const step = steps.find((one) => one.slug === page) ?? steps[0];
  if (parts.reviews.stateOf(link) !== 'open' || !step) {
    await reply
      .status(410)
      .headers(reviewHeaders)
      .send(
        renderLinkPage({
          clientName: client.name,
          phone: '',
          country: client.facts.country,
          brand: client.brand,
          assets: '/~',
          title: 'This link has ended',
          lines: ['Ask whoever sent it to you for a new one. What you said by it is kept.'],
          presses: [],
        }),
      );
    return null;
  }
  return { link, client, steps, step, isPhone: as === 'phone' };
}

async function show(
  parts: SiteParts,
  request: FastifyRequest,
  reply: FastifyReply,
  { link, client, steps, step, isPhone }: Opened,
  wrong: ReviewPage['wrong'],
): Promise<unknown> {
  const { token } = request.params as { token: string };
  const { zone } = client.facts;
  const remarks = await parts.reviews.remarksOn(link.id, step.id);
  const html = renderReviewPage({
    clientName: client.name,
    brand: client.brand,
    assets: '/~',
    script: scriptName,
    funnel: link.funnel,
    pages: steps.map(({ id, slug, name }) => ({ slug, name, isOpen: id === step.id })),
    frame: `/~/review/${token}/page/${step.slug}`,
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
      ? `${link.approvedBy ?? 'Somebody'} found it good on ${dayWords(link.approvedAt, zone)}.`
      : null,
    wrong,
  });
  return reply
    .status(wrong ? 422 : 200)
    .headers(reviewHeaders)
    .send(html);
}

async function say(
  parts: SiteParts,
  request: FastifyRequest,
  reply: FastifyReply,
  opened: Opened,
): Promise<unknown> {
  const { link, step } = opened;
  const read = Said.safeParse(request.body);
  if (!read.success) return show(parts, request, reply, opened, null);
  const { do: what, band, ...said } = read.data;
  const refuse = (message: string) =>
    show(parts, request, reply, opened, { message, words: said.words });
  if (!said.who) return refuse('Please say who you are.');
  if (what === 'approve') await parts.reviews.approve(link, said.who);
  else {
    if (!said.words) return refuse('Please say what you mean.');
    const isThere = step.draft.bands.some(({ id }) => id === band);
    const kept = await parts.reviews.say(link, step.id, { ...said, part: isThere ? band : '' });
    if (!kept) return refuse('There are very many remarks already. Please call instead.');
  }
  const { token } = request.params as { token: string };
  const as = opened.isPhone ? '&as=phone' : '';
  return reply.redirect(`/~/review/${token}?page=${step.slug}${as}`, 303);
}
