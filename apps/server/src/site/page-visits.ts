import { personFields } from '@plumgate/core/people';
import { Injectable } from '@nestjs/common';
import { carriedTo, filledByAddress } from '@plumgate/core/forms';
import { Slug } from '@plumgate/core/basics';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { ShownTimes } from '../domains/live-pages/shown-times.ts';
import { runsFor } from '@plumgate/core/tags';
import {
  pageSeenBy,
  shownAfter,
  type LivePage,
  type ShownPage,
} from '../domains/live-pages/live-page.ts';
import { LeadTags } from '../domains/tags/lead-tags.ts';
import { LivePages, shownTo } from '../domains/live-pages/live-pages.ts';
import { PageLoader } from '../domains/live-pages/page-loader.ts';
import type { Reader } from '../domains/live-pages/page-renderer.ts';
import type { ToldFields, VisitEvent } from '../domains/results/visit-events.ts';
import { VisitLog } from '../domains/results/visit-log.ts';
import { testRunHeader, TestRuns, type TestRun } from '../domains/test-runs/test-runs.ts';
import { Clock } from '../platform/clock.ts';
import { OwnVisits, ownVisitField } from '../platform/own-visits.ts';
import { SiteAddress } from '../platform/site-address.ts';
import { carriedField, CarryOver, type Carried } from './carry-over.ts';
import { clientOf } from './site-host.ts';
import { KnownVisitors, type KnownVisitor } from './known-visitors.ts';
import { numberFor, Visitors, visitOf, type Visitor } from './visitor.ts';

export type SiteRequest = FastifyRequest<{ Params: { client: string; page: string } }>;

/** A page as it is answered: a live one has its body ready, a test run through drafts has none. */
export type ServedPage = ShownPage & Partial<Pick<LivePage, 'body'>>;

export const hasBody = (page: ServedPage): page is LivePage => page.body !== undefined;

/** What is known of one visitor as a page is shown to them. */
export interface VisitorFacts {
  carried: Carried | null;
  known: KnownVisitor | null;
  /** The fields of the address. */
  query: URLSearchParams;
}

/** Which page a request is about, and what is known of the visitor. */
@Injectable()
export class PageVisits {
  constructor(
    private readonly address: SiteAddress,
    private readonly pages: LivePages,
    private readonly loader: PageLoader,
    private readonly testRuns: TestRuns,
    private readonly carryOver: CarryOver,
    private readonly times: ShownTimes,
    private readonly log: VisitLog,
    private readonly visitors: Visitors,
    readonly known: KnownVisitors,
    private readonly own: OwnVisits,
    private readonly leadTags: LeadTags,
    private readonly clock: Clock,
  ) {}

  /** The test run that a request belongs to; null for a visitor's. */
  testRunOf(request: FastifyRequest): TestRun | null {
    return this.testRuns.belonging(request.headers[testRunHeader]);
  }

  async pageFor(request: SiteRequest): Promise<ServedPage | null> {
    const { client, page } = request.params;
    if (!Slug.safeParse(page).success) return null;
    // Only the Host header says whose page it is; a path that names the mount itself leads nowhere.
    if (clientOf(this.address, request) === null) return null;
    return this.testRunOf(request)?.which === 'draft'
      ? this.loader.draft(client, page)
      : this.pages.find(client, page);
  }

  /** Marks a browser whose page was opened from the app, when the address says so; gives whether it did. */
  markOwn(page: ServedPage, request: FastifyRequest, reply: FastifyReply): boolean {
    const { [ownVisitField]: marker } = request.query as Partial<Record<string, string>>;
    if (typeof marker !== 'string') return false;
    const cookie = this.own.cookieFor(page.clientId, marker, this.clock.now());
    if (cookie) void reply.setCookie(this.own.cookie.name, cookie, this.own.cookie.options);
    return true;
  }

  /** What the step before handed over: by cookie, or where the browser keeps none by the address it was sent to. */
  async carriedTo(page: ServedPage, request: FastifyRequest): Promise<Carried | null> {
    const { [carriedField]: sealed } = request.query as Partial<Record<string, string>>;
    const carried =
      (await this.carryOver.open(request.cookies[this.carryOver.cookie.name])) ??
      (await this.carryOver.openAddress(sealed));
    return carried?.funnel === page.funnelId ? carried : null;
  }

  /** The page as the visitor of a request sees it, of a split test where they take part in one, and who they are. */
  async seenBy(
    page: ServedPage,
    request: FastifyRequest,
    reply: FastifyReply,
  ): Promise<{ page: ServedPage; visitor: Visitor }> {
    const visitor = await this.visitors.read(request, reply, page);
    return { page: hasBody(page) ? pageSeenBy(page, visitor) : page, visitor };
  }

  /** Notes what somebody did on a page, where they count as visitors of it: of one that is reached only by completing the one before, only who did. */
  note(
    page: ServedPage,
    visitor: Visitor,
    did: Pick<VisitEvent, 'kind' | ToldFields>,
    request: FastifyRequest,
    carried: Carried | null,
  ): void {
    if (this.isCounted(visitor, page, request, carried))
      this.log.note({ ...visitOf(page, visitor, this.clock.now()), ...did });
  }

  /** A page as it is for who looks at it: with the phone number of their source, and what they have agreed to. */
  shownTo(page: ServedPage, visitor: Visitor, request: SiteRequest): ServedPage {
    const phone = numberFor(page, visitor);
    const consent = this.visitors.consentOf(request, page);
    return hasBody(page)
      ? this.pages.variant(page, request.params.client, { phone, consent })
      : shownTo(page, { phone, consent });
  }

  /**
   * The page with the tags that count a lead, for who has just sent a form: once for each, however often the page is opened
   * again. Null where there is nothing to count.
   */
  async withLeadTags(page: ServedPage, carried: Carried | null): Promise<ServedPage | null> {
    const { submission: id, form } = carried ?? {};
    if (!id || !form || page.consent !== 'given') return null;
    const { currency } = page.facts;
    const isCounted = page.tags.some(({ content }) => runsFor(content, { form }));
    if (!isCounted || !(await this.leadTags.take(page.clientId, id))) return null;
    return shownAfter(page, page.consent, { id, form, currency });
  }

  private isCounted(
    visitor: Visitor,
    page: ServedPage,
    request: FastifyRequest,
    carried: Carried | null,
  ): boolean {
    const own = request.cookies[this.own.cookie.name];
    return !visitor.bot && !this.own.isOwn(page.clientId, own) && !(page.gated && !carried);
  }

  /**
   * What one visitor sees beside what everybody does: what the step before handed over, what their address fills in, and
   * who they are by a personal link. What they typed themselves wins.
   */
  async readerOf(page: ServedPage, { carried, known, query }: VisitorFacts): Promise<Reader> {
    const byAddress = Object.values(page.forms).map((form) => filledByAddress(form, query));
    const given = Object.assign({}, ...byAddress) as Record<string, string>;
    const before = carried ? await this.carriedReader(page, carried) : null;
    const typed = { ...given, ...before?.typed };
    const shown = known && this.known.readerOf(page, known);
    return {
      ...before?.reader,
      ...(shown && {
        ...shown,
        // Who came by a link and has typed their name since is called by what they typed.
        person: before?.reader.person?.first_name ? before.reader.person : shown.person,
      }),
      formState: () => ({ kind: 'fresh', typed }),
    };
  }

  /** What a visitor who came from the step before sees: their name in the words, their booking, and what they typed before in the questions that ask it again. */
  private async carriedReader(
    page: ServedPage,
    carried: Carried,
  ): Promise<{ reader: Reader; typed: Record<string, string> }> {
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
        form.questions.flatMap((question) => {
          const text = answers[question.kind] ?? carriedTo(question, carried.answers);
          return text ? [[question.key, text]] : [];
        }),
      ),
    ) as Record<string, string>;
    return {
      reader: {
        person,
        known: carried.email || person.name ? { name: person.name, email: carried.email } : null,
        booking: carried.booking && (await this.times.shownBooking(carried.booking, page)),
      },
      typed,
    };
  }
}
