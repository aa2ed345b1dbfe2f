import { Injectable } from '@nestjs/common';
import { WatchedShare, watchedShares } from '@plumgate/core/conditions';
import { blocksOf, formIdOf } from '@plumgate/core/page';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import type { ToldFields, VisitEvent } from '../domains/results/visit-events.ts';
import { notHere } from './page-headers.ts';
import { PageVisits, type ServedPage } from './page-visits.ts';
import { siteOptions } from './site-host.ts';

type SectionRequest = FastifyRequest<{
  Params: { client: string; page: string; section: string };
}>;

type EventRequest = FastifyRequest<{
  Params: { client: string; page: string; target: string };
  Querystring: Partial<Record<'share' | 'seconds' | 'load' | 'failed' | 'question', string>>;
}>;

/** What a page's script tells of, beside sections. */
type ToldKind = 'press' | 'begin' | 'leave' | 'watch' | 'seen';

/** What a page tells is in the address; nothing long is read with it. */
const toldOptions = { ...siteOptions, bodyLimit: 1024 };
/** The name that what is told of the page as a whole goes by. */
const wholePage = 'page';
/** What is told to be longer was left lying open. */
const mostSeconds = 3600;
const mostFailed = 1000;

/** What a page's script tells of what is done on it; the page works the same where nobody listens. */
@Injectable()
export class ToldRoutes {
  constructor(private readonly visits: PageVisits) {}

  register(site: FastifyInstance): void {
    site.post('/:client/~/section/:page/:section', toldOptions, (request, reply) =>
      this.countSection(request as SectionRequest, reply),
    );
    for (const kind of ['press', 'begin', 'leave', 'watch', 'seen'] as const)
      site.post(`/:client/~/${kind}/:page/:target`, toldOptions, (request, reply) =>
        this.note(kind, request as EventRequest, reply),
      );
  }

  /** The page's script tells which of its sections somebody came to. */
  private async countSection(request: SectionRequest, reply: FastifyReply): Promise<unknown> {
    const asked = await this.visits.pageFor(request);
    if (!asked) return notHere(reply);
    const { page, visitor } = await this.visits.seenBy(asked, request, reply);
    const { section } = request.params;
    if (!page.document.sections.some(({ id }) => id === section)) return notHere(reply);
    const carried = page.gated ? await this.visits.carriedTo(page, request) : null;
    if (!this.visits.testRunOf(request))
      this.visits.note(page, visitor, { kind: 'section', target: section }, request, carried);
    return reply.status(204).header('cache-control', 'no-store').send();
  }

  /** The page's script tells what was pressed on it, which form was begun, and how much of a video was watched. */
  private async note(kind: ToldKind, request: EventRequest, reply: FastifyReply): Promise<unknown> {
    const asked = await this.visits.pageFor(request);
    if (!asked) return notHere(reply);
    const { page, visitor } = await this.visits.seenBy(asked, request, reply);
    const { target } = request.params;
    if (target !== wholePage && !isOnPage(page, target)) return notHere(reply);
    const did = whatWasDone(page, kind, request);
    if (did.length === 0) return notHere(reply);
    const carried = page.gated ? await this.visits.carriedTo(page, request) : null;
    if (!this.visits.testRunOf(request))
      for (const one of did) this.visits.note(page, visitor, one, request, carried);
    return reply.status(204).header('cache-control', 'no-store').send();
  }
}

/** A block of the page, or a number to call, as links name it (RFC 3966). */
const isOnPage = ({ document }: ServedPage, target: string): boolean =>
  /^tel:[+\d;=-]{3,40}$/.test(target) || blocksOf(document).some(({ id }) => id === target);

/** The last of the steps in which a share is told that was reached. */
const reachedShare = (percent: number): WatchedShare =>
  watchedShares.findLast((step) => step <= percent) ?? 0;

type Done = Pick<VisitEvent, 'kind' | ToldFields>;

/** What a page tells of the visit as a whole; nothing where it is no numbers. */
function whatWasSeen(query: EventRequest['query']): Done[] {
  const [share, seconds] = [Number(query.share), Number(query.seconds)];
  const [load, failed] = [Number(query.load ?? 0), Number(query.failed ?? 0)];
  if (![share, seconds, load, failed].every((one) => one >= 0)) return [];
  return [
    {
      ...{ kind: 'seen', share: reachedShare(share) },
      seconds: Math.min(Math.round(seconds), mostSeconds),
      // A page that was left before it was there tells none.
      ...(load > 0 && { loadMs: Math.min(Math.round(load), mostSeconds * 1000) }),
      failed: Math.min(Math.round(failed), mostFailed),
    },
  ];
}

/** What happened by it; nothing where no page's script tells it like that. */
function whatWasDone(
  { document, forms }: ServedPage,
  kind: ToldKind,
  { params: { target }, query }: EventRequest,
): Done[] {
  if (kind === 'seen') return target === wholePage ? whatWasSeen(query) : [];
  const block = blocksOf(document).find(({ id }) => id === target);
  if (kind === 'watch') {
    const share = WatchedShare.safeParse(Number(query.share));
    return block?.kind === 'video' && share.success ? [{ kind, target, share: share.data }] : [];
  }
  if (target === wholePage) return [];
  if (kind === 'leave') {
    const formId = block ? formIdOf(block) : null;
    const asked = formId && forms[formId]?.questions.find(({ key }) => key === query.question);
    return asked ? [{ kind, target: asked.key, formId }] : [];
  }
  const formId = kind === 'begin' && block ? formIdOf(block) : null;
  const did = { kind, target, ...(formId && { formId }) };
  return kind === 'press' && block?.kind === 'button' && block.action.kind === 'download'
    ? [did, { kind: 'fetch', target: block.action.file }]
    : [did];
}
