import { personFields } from '@plumgate/core/people';
import { Injectable } from '@nestjs/common';
import {
  done,
  failed,
  ownValue,
  type CalendarId,
  type ClientId,
  type FormId,
  type Outcome,
} from '@plumgate/core/basics';
import { clientFields } from '@plumgate/core/clients';
import {
  addressWith,
  afterWith,
  partsOf,
  readAnswers,
  withKnown,
  type AfterForm,
  type Answers,
  type FieldProblem,
  type FormDefinition,
} from '@plumgate/core/forms';
import { pageWords, fieldWords } from '@plumgate/core/languages';
import { fillOrKeep } from '@plumgate/core/messages';
import type { Block } from '@plumgate/core/page';
import { personFromAnswers } from '@plumgate/core/people';
import type { FreeTimes } from '@plumgate/page-kit';
import { renderTimes } from '@plumgate/page-kit/render';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { HeldService, type Taken } from '../domains/intake/held.service.ts';
import {
  askedBy,
  askingBlock,
  incomingOf,
  slotField,
  type Incoming,
} from '../domains/intake/incoming.ts';
import { IntakeService, readIncoming } from '../domains/intake/intake.service.ts';
import { UploadService } from '../domains/intake/upload.service.ts';
import { chosenTime, ShownTimes } from '../domains/live-pages/shown-times.ts';
import { shownTo } from '../domains/live-pages/live-pages.ts';
import { PageLoader } from '../domains/live-pages/page-loader.ts';
import { PageRenderer } from '../domains/live-pages/page-renderer.ts';
import { fileHref } from '../domains/pictures/file.service.ts';
import type { TestRun } from '../domains/test-runs/test-runs.ts';
import { PinoLogger } from '../platform/logging.ts';
import { CarryOver, carriedOn, type Carried } from './carry-over.ts';
import type { KnownVisitor } from './known-visitors.ts';
import { headersOf, notHere } from './page-headers.ts';
import { PageRoutes, ruleField } from './page.routes.ts';
import { readFormBody } from './read-form-body.ts';
import { PageVisits, type ServedPage, type SiteRequest } from './page-visits.ts';
import { siteOptions } from './site-host.ts';
import { numberFor, Visitors } from './visitor.ts';

/** A form as it was sent: on which page, by which block, and how the answer is wanted. */
interface SentForm {
  page: ServedPage;
  block: Block;
  form: FormDefinition;
  typed: Record<string, string>;
  /** Whoever came by a personal link. */
  known: KnownVisitor | null;
  /** The page's script asks for JSON; without script the browser wants a page. */
  wantsJson: boolean;
}

/** The forms on pages, which work with and without script. */
@Injectable()
export class FormRoutes {
  constructor(
    private readonly pages: PageRoutes,
    private readonly visits: PageVisits,
    private readonly visitors: Visitors,
    private readonly loader: PageLoader,
    private readonly renderer: PageRenderer,
    private readonly times: ShownTimes,
    private readonly intake: IntakeService,
    private readonly held: HeldService,
    private readonly uploads: UploadService,
    private readonly carryOver: CarryOver,
    private readonly log: PinoLogger,
  ) {}

  register(site: FastifyInstance): void {
    site.post('/:client/:page', siteOptions, (request, reply) =>
      this.takeForm(request as SiteRequest, reply),
    );
  }

  private async takeForm(request: SiteRequest, reply: FastifyReply): Promise<unknown> {
    const page = await this.visits.pageFor(request);
    if (!page) return this.pages.movedOrNotHere(request, reply);
    const body = await readFormBody(request);
    const testRun = this.visits.testRunOf(request);
    const revision = await this.loader.atRevision(page, body.typed._revision ?? '');
    const { typed, problems } = await this.withFiles(
      { ...page, ...revision },
      body,
      request,
      testRun,
    );
    const visitor = await this.visitors.read(request, reply, page);
    const known = await this.visits.known.on(page, request);
    const filled = filledIn({ ...page, ...revision }, typed, known);
    const incoming = incomingOf({ ...page, ...revision }, typed._form ?? '', {
      typed: filled.typed,
      start: chosenTime(typed[slotField]),
      once: typed._once ?? '',
      visitorId: visitor.known || visitor.isForDay ? visitor.id : '',
      source: visitor.source,
      firstSource: visitor.firstSource,
      origins: visitor.origins,
      device: visitor.device,
      query: queryOf(request.headers.referer),
    });
    if (!incoming) return notHere(reply);
    const phone = testRun ? null : numberFor(page, visitor);
    const consent = testRun ? page.consent : this.visitors.consentOf(request, page);
    const sent: SentForm = {
      page: shownTo({ ...page, ...revision }, { phone, consent }),
      block: askingBlock(revision.document, incoming.block)!,
      form: incoming.form,
      typed,
      known,
      wantsJson: request.headers.accept?.includes('application/json') ?? false,
    };
    if (typed._part !== undefined)
      return this.checkPart(sent, incoming, { part: Number(typed._part), problems }, reply);
    if (problems.length > 0) {
      const others = readIncoming(incoming);
      const known = new Set(problems.map(({ field }) => field));
      const more = others.ok ? [] : others.problem.filter(({ field }) => !known.has(field));
      return this.refuse(sent, [...problems, ...more], reply);
    }
    const received = await this.takeIn(testRun, request.ip, incoming);
    if (!received.ok) return this.refuse(sent, received.problem, reply);
    const read = readAnswers(sent.form, incoming.typed, incoming.country);
    const answers = read.ok ? read.value : {};
    // What the browser was not told it is not handed over to carry, nor greeted with.
    const own = withoutAnswers(answers, filled.byReference);
    const taken: Taken = {
      bookingId: received.value.bookingId,
      submissionId: received.value.submissionId,
      details:
        filled.byReference.size === 0
          ? received.value.details
          : personFromAnswers(sent.form, own, incoming.country),
    };
    const answered = { form: sent.form, formId: incoming.formId, answers: own };
    const carried = await this.carryOn(page, taken, answered, request, reply);
    const { after, rule } = afterWith(sent.form, answers);
    const next = nextOf(page, after, answers);
    const keepsCookies = visitor.known || visitor.bot || testRun !== null;
    // A browser that brought no cookie along will bring none to the next step either; programs get the plain address.
    const address =
      next && !keepsCookies && (after.kind === 'next-step' || after.kind === 'page')
        ? await this.carryOver.addressWith(carried, next)
        : next;
    return goOn({ ...sent, page }, { after, rule, next: address }, taken, reply);
  }

  /** What was typed with the files that came with it; a test visitor's are no files of anybody's. */
  private async withFiles(
    page: Parameters<typeof incomingOf>[0] & { clientId: ClientId },
    { typed, files }: Awaited<ReturnType<typeof readFormBody>>,
    request: FastifyRequest,
    testRun: TestRun | null,
  ): Promise<{ typed: Record<string, string>; problems: FieldProblem[] }> {
    const asked = askedBy(page, typed._form ?? '');
    if (testRun || !asked) return { typed, problems: [] };
    const at = { ...asked, clientId: page.clientId, address: request.ip };
    return this.uploads.keep(at, typed, files);
  }

  /** Whether a part of a form may be left for the next: nothing is kept yet but its files. */
  private async checkPart(
    sent: SentForm,
    incoming: Incoming,
    { part, problems: ofFiles }: { part: number; problems: FieldProblem[] },
    reply: FastifyReply,
  ): Promise<unknown> {
    const read = readAnswers(sent.form, incoming.typed, incoming.country);
    const asked = new Set(
      partsOf(sent.form)
        .slice(0, part + 1)
        .flatMap(({ questions }) => questions.map(({ key }) => key)),
    );
    const ofAnswers = read.ok ? [] : read.problem;
    const problems = [...ofFiles, ...ofAnswers].filter(({ field }) => asked.has(field));
    return problems.length > 0
      ? this.refuse(sent, problems, reply)
      : reply.send({ part, ...filesOf(sent) });
  }

  /** A lead is taken in; a test run's is rehearsed, and what it would have caused is noted for the report. */
  private async takeIn(
    testRun: TestRun | null,
    address: string,
    incoming: Incoming,
  ): Promise<Outcome<Taken, FieldProblem[]>> {
    if (!testRun)
      return this.held.receiveFrom(address, incoming).catch((error: unknown) => {
        this.log.error({ err: error }, 'submission not stored');
        return failed([{ field: '', code: 'unavailable' as const }]);
      });
    const rehearsed = await this.intake.rehearse(incoming);
    if (!rehearsed.ok) return rehearsed;
    testRun.effects = rehearsed.value.effects;
    return done(rehearsed.value.received);
  }

  /** The page comes back with everything as it was typed and a sentence at each answer. */
  private async refuse(
    sent: SentForm,
    problems: FieldProblem[],
    reply: FastifyReply,
  ): Promise<unknown> {
    const { page, typed } = sent;
    const isUnavailable = problems.some((problem) => problem.code === 'unavailable');
    void reply
      .status(isUnavailable ? 503 : 422)
      .headers({ ...headersOf(page), 'cache-control': 'no-store' });
    if (isUnavailable) void reply.header('retry-after', '10');
    const isTaken = problems.some((problem) => problem.code === 'slot-taken');
    const wished = isTaken ? chosenTime(typed[slotField]) : null;
    const times = await this.times
      .freeTimes(page, { wished })
      .catch(() => new Map<CalendarId, FreeTimes>());
    return sent.wantsJson
      ? reply
          .type('application/json; charset=utf-8')
          .send(problemsOf(sent, problems, isTaken ? times : null))
      : reply.send(this.pageWith(sent, problems, times));
  }

  private pageWith(
    { page, block, form, typed, known }: SentForm,
    problems: FieldProblem[],
    times: Map<CalendarId, FreeTimes>,
  ): string {
    const name = form.questions
      .filter(({ kind }) => ['full-name', 'first-name', 'last-name'].includes(kind))
      .map(({ key }) => ownValue(typed, key))
      .filter(Boolean)
      .join(' ');
    return this.renderer.render(page, {
      times,
      known: name ? { name, email: '' } : null,
      ...(known && this.visits.known.readerOf(page, known)),
      formState: (id) =>
        id === block.id ? { kind: 'refused', typed, problems } : { kind: 'fresh', typed: {} },
    });
  }

  private async carryOn(
    page: ServedPage,
    taken: Taken,
    answered: { form: FormDefinition; formId: FormId; answers: Answers },
    request: FastifyRequest,
    reply: FastifyReply,
  ): Promise<Carried> {
    const { cookie } = this.carryOver;
    const before = await this.visits.carriedTo(page, request);
    const carried = carriedOn(before, page.funnelId, taken, answered);
    void reply.setCookie(cookie.name, await this.carryOver.close(carried), cookie.options);
    return carried;
  }
}

/** What was typed with what is known of whoever came by a personal link, in the form that was sent. */
function filledIn(
  page: Parameters<typeof askedBy>[0],
  typed: Record<string, string>,
  known: KnownVisitor | null,
): ReturnType<typeof withKnown> {
  const asked = known && askedBy(page, typed._form ?? '');
  return asked
    ? withKnown(asked.form, typed, known.of(asked.formId))
    : { typed, byReference: new Set() };
}

const withoutAnswers = (answers: Answers, keys: ReadonlySet<string>): Answers =>
  Object.fromEntries(Object.entries(answers).filter(([key]) => !keys.has(key)));

/** The problems for the page's script, with the free times where the chosen one was taken. */
function problemsOf(
  sent: SentForm,
  problems: FieldProblem[],
  times: Map<CalendarId, FreeTimes> | null,
): object {
  const { page, block, form } = sent;
  const words = pageWords(page.document.language);
  const free = block.kind === 'booking' ? times?.get(block.calendarId) : undefined;
  return {
    ...filesOf(sent),
    problems: problems.map((problem) => {
      const question = form.questions.find((question) => question.key === problem.field);
      return {
        field: problem.field,
        known: question !== undefined,
        message: fieldWords(problem, question ?? { label: problem.field }, words),
      };
    }),
    ...(free && { times: renderTimes(free, page.document.language) }),
  };
}

/** The files of each question that takes any, as they travel in the form: those that are kept need not be sent again. */
function filesOf({ form, typed }: SentForm): { files?: Record<string, string> } {
  const asking = form.questions.filter(({ kind }) => kind === 'file');
  if (asking.length === 0) return {};
  return { files: Object.fromEntries(asking.map(({ key }) => [key, ownValue(typed, key) ?? ''])) };
}

/** Where a form leads; null where its message stands in its place, as does a thank-you where what it led to is not live. */
function nextOf(page: ServedPage, after: AfterForm, answers: Answers): string | null {
  switch (after.kind) {
    case 'next-step':
      return page.nextStep;
    case 'page':
      return page.references.pages.get(after.page) ?? null;
    case 'file':
      return page.references.files.has(after.file) ? fileHref(after.file) : null;
    case 'address':
      return uriOf(addressWith(after, answers));
    case 'message':
      return null;
  }
}

function goOn(
  { page, block, wantsJson }: SentForm,
  { after, rule, next }: { after: AfterForm; rule: number | null; next: string | null },
  { details }: Taken,
  reply: FastifyReply,
): unknown {
  const message = fillOrKeep(
    after.kind === 'message' ? after.text : 'Thank you. Your answers have arrived.',
    {
      client: clientFields(page.clientName, page.facts),
      person: personFields(details),
    },
  );
  if (wantsJson) return reply.send(next ? { next } : { message });
  const by = rule === null ? '' : `&${ruleField}=${rule}`;
  return reply.redirect(next ?? `/${page.slug}?sent=${block.id}${by}#${block.id}`, 303);
}

/** The fields of the address that a page was opened by, as the browser names it with what it sends. */
const queryOf = (referer: string | undefined): URLSearchParams =>
  URL.canParse(referer ?? '') ? new URL(referer!).searchParams : new URLSearchParams();

/** An address as it travels in a header: other letters than Latin ones are encoded (RFC 3987, section 3.1). */
const uriOf = (href: string): string =>
  URL.canParse(href) ? new URL(href).href : encodeURI(href).replaceAll('%25', '%');
