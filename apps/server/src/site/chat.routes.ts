import { Injectable } from '@nestjs/common';
import { isEmail, trapField, type FieldProblem } from '@plumgate/core/forms';
import { fieldWords, pageWords, type PageWords } from '@plumgate/core/languages';
import { blocksOf } from '@plumgate/core/page';
import { renderLinkPage } from '@plumgate/page-kit/render';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { z } from 'zod';
import { ClientService } from '../domains/clients/client.service.ts';
import { chatIdOf, ChatService } from '../domains/inbox/chat.service.ts';
import { IdSource } from '../platform/id-source.ts';
import { SiteAddress } from '../platform/site-address.ts';
import { linkHeaders, notHere } from './page-headers.ts';
import { PageVisits, type ServedPage, type SiteRequest } from './page-visits.ts';
import { clientOf, siteOptions } from './site-host.ts';
import { Visitors } from './visitor.ts';

type Written = z.infer<typeof Written>;

const Written = z.object({
  name: z.string().trim().default(''),
  email: z.string().trim().default(''),
  message: z.string().trim().default(''),
  /** What the browser made up, for the whole chat and for this message; without script it makes up nothing. */
  _chat: z.string().max(100).default(''),
  _once: z.string().max(100).default(''),
  [trapField]: z.string().default(''),
});

const longest = { name: 200, message: 2000 } as const;
/** What a browser makes up may not be so short that another's could be guessed. */
const leastMadeUp = 24;

/** What is wrong with a message: with one of its fields, or with the whole. */
interface Problem {
  field: string;
  message: string;
}

/** The chat boxes of pages, which work with and without script. */
@Injectable()
export class ChatRoutes {
  constructor(
    private readonly address: SiteAddress,
    private readonly clients: ClientService,
    private readonly visits: PageVisits,
    private readonly visitors: Visitors,
    private readonly chat: ChatService,
    private readonly ids: IdSource,
  ) {}

  register(site: FastifyInstance): void {
    site.post('/:client/~/chat', siteOptions, (request, reply) => this.news(request, reply));
    site.post('/:client/~/chat/:page/:block', siteOptions, (request, reply) =>
      this.write(request as SiteRequest, reply),
    );
  }

  /** The page's script asks whether something was answered. */
  private async news(request: FastifyRequest, reply: FastifyReply): Promise<unknown> {
    const slug = clientOf(this.address, request);
    const client = slug === null ? null : await this.clients.bySlug(slug);
    const made = Written.safeParse(request.body ?? {}).data?._chat;
    const lines = client && made ? await this.chat.read(client.id, chatIdOf(made)) : null;
    return lines === null
      ? notHere(reply)
      : reply.header('cache-control', 'no-store').send({ lines });
  }

  private async write(request: SiteRequest, reply: FastifyReply): Promise<unknown> {
    const page = await this.visits.pageFor(request);
    const { block } = request.params as unknown as { block: string };
    const isHere =
      page && blocksOf(page.document).some(({ id, kind }) => id === block && kind === 'chat');
    const read = Written.safeParse(request.body ?? {});
    if (!isHere || !read.success) return notHere(reply);
    const words = pageWords(page.document.language);
    const written = read.data;
    const problems = problemsIn(written, words);
    if (problems.length > 0) return refuse(request, reply, page, problems);
    // What a test run writes is nobody's question.
    if (this.visits.testRunOf(request)) return reply.send({ lines: [] });
    const visitor = await this.visitors.read(request, reply, page);
    const made = written._chat.length >= leastMadeUp ? written._chat : this.ids.next<string>();
    const isTaken = await this.chat.write(request.ip, {
      clientId: page.clientId,
      chat: { id: chatIdOf(made), page: page.name, language: page.document.language },
      once: written._once || this.ids.next<string>(),
      ...{ name: written.name, email: written.email, body: written.message },
      source: visitor.source,
    });
    if (!isTaken)
      return refuse(request, reply, page, [{ field: '', message: words.chat.tooFast }], 429);
    if (!wantsJson(request)) return this.sayThanks(reply, page, words);
    const lines = await this.chat.read(page.clientId, chatIdOf(made));
    return reply.header('cache-control', 'no-store').send({ lines: lines ?? [] });
  }

  private sayThanks(reply: FastifyReply, page: ServedPage, { chat }: PageWords): FastifyReply {
    return reply
      .headers(linkHeaders)
      .send(renderLinkPage({ ...plainPage(page), title: page.clientName, lines: [chat.arrived] }));
  }
}

const wantsJson = ({ headers }: FastifyRequest): boolean =>
  headers.accept?.includes('application/json') ?? false;

/** What stands around the words where there is no script, with the way back. */
const plainPage = ({ clientName, facts, brand, slug, document }: ServedPage) => ({
  ...{ clientName, phone: facts.phone, country: facts.country, brand, assets: '/~', presses: [] },
  links: [{ href: `/${slug}`, label: document.title || clientName }],
  language: document.language,
});

function problemsIn(written: Written, words: PageWords): Problem[] {
  const { name, email, message, [trapField]: trap } = written;
  // Programs fill in what nobody sees.
  if (trap) return [{ field: '', message: words.unsent }];
  const labels = { name: words.chat.name, email: words.chat.email, message: words.chat.message };
  const problem = (field: keyof typeof labels, given: Omit<FieldProblem, 'field'>): Problem => ({
    field,
    message: fieldWords({ field, ...given } as FieldProblem, { label: labels[field] }, words),
  });
  const length = (field: 'name' | 'message', text: string): Problem[] =>
    text.length > longest[field]
      ? [problem(field, { code: 'too-long', length: text.length, most: longest[field] } as never)]
      : [];
  return [
    ...(name ? length('name', name) : [problem('name', { code: 'missing' })]),
    ...(!email
      ? [problem('email', { code: 'missing' })]
      : isEmail(email)
        ? []
        : [problem('email', { code: 'not-an-email' })]),
    ...(message ? length('message', message) : [problem('message', { code: 'missing' })]),
  ];
}

/** Without script the browser's own way back brings everything again as it was typed. */
function refuse(
  request: FastifyRequest,
  reply: FastifyReply,
  page: ServedPage,
  problems: Problem[],
  status: 422 | 429 = 422,
): unknown {
  void reply.status(status).header('cache-control', 'no-store');
  if (wantsJson(request)) return reply.send({ problems });
  const lines = problems.map(({ message }) => message);
  const { marked } = pageWords(page.document.language);
  return reply
    .headers(linkHeaders)
    .send(renderLinkPage({ ...plainPage(page), title: marked, lines }));
}
