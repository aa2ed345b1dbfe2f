import { Injectable } from '@nestjs/common';
import type {
  Answered,
  api,
  PageState,
  PathBoard,
  PathStep,
  TemplateContent,
} from '@plumgate/contract';
import type { CalendarId, ClientId, FormId, FunnelId, PageId } from '@plumgate/core/basics';
import { slugFrom, unreachable } from '@plumgate/core/basics';
import type { FormDefinition } from '@plumgate/core/forms';
import { blocksOf, Draft, formsOn } from '@plumgate/core/page';
import { plainFunnel, takeTemplate, type TakenPage } from '@plumgate/core/templates';
import { routeLead, type RuleAction } from '@plumgate/core/routing';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { users } from '../accounts/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { FormService } from '../forms/form.service.ts';
import { calendars } from '../booking/table.ts';
import { sequences } from '../followup/table.ts';
import { AddressService } from '../pages/address.service.ts';
import { BringOverService } from '../pages/bring-over.service.ts';
import { PageService, stateOf, type PageRow } from '../pages/page.service.ts';
import { Clock } from '../platform/clock.ts';
import { Database, type Queries } from '../platform/database/database.ts';
import { AppProblem, notFound } from '../platform/http/app-problem.ts';
import { IdSource } from '../platform/id-source.ts';
import { noCounts, ResultsService, type PageCounts } from '../results/results.service.ts';
import { RuleService } from '../routing/rule.service.ts';
import { funnels } from './table.ts';

const days = 30;

@Injectable()
export class FunnelService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly clients: ClientService,
    private readonly pages: PageService,
    private readonly forms: FormService,
    private readonly over: BringOverService,
    private readonly addresses: AddressService,
    private readonly rules: RuleService,
    private readonly results: ResultsService,
  ) {}

  async row(id: FunnelId) {
    const [row] = await this.database.db.select().from(funnels).where(eq(funnels.id, id));
    if (!row) throw notFound();
    return row;
  }

  /** An empty funnel, for whoever brings the pages. */
  async begin(tx: Queries, clientId: ClientId, name: string): Promise<FunnelId> {
    const id = this.ids.next<FunnelId>();
    await tx.insert(funnels).values({ id, clientId, name, createdAt: this.clock.now() });
    return id;
  }

  /** A funnel from a template's pages, all of them the client's own from now on; without any, of two plain steps. */
  async create(clientId: ClientId, name: string, from?: TemplateContent): Promise<FunnelId> {
    const free = freeSlug(await this.addresses.taken(clientId));
    const given = from?.pages.map(readTemplatePage) ?? this.plainPages(name);
    return this.database.transaction(async (tx) => {
      const funnelId = await this.begin(tx, clientId, name);
      const { parts } = await this.over.bring(
        tx,
        clientId,
        given.map(({ draft }) => draft.page),
        Object.assign({}, ...given.map(({ draft }) => draft.forms)) as Draft['forms'],
      );
      for (const [position, draft] of parts.entries()) {
        const own = position === 0 ? name : given[position]!.name;
        const wanted = slugFrom(position === 0 ? name : `${slugFrom(name).slice(0, 40)} ${own}`);
        await this.pages.create(tx, {
          clientId,
          funnelId,
          position,
          name: own,
          slug: free(wanted),
          draft,
        });
      }
      return funnelId;
    });
  }

  private plainPages(name: string): TakenPage[] {
    return takeTemplate(
      plainFunnel,
      [0, 1],
      { name },
      {
        part: () => this.ids.next<string>().slice(0, 13),
        form: () => this.ids.next<FormId>(),
      },
    );
  }

  async list(clientId: ClientId): Promise<Answered<typeof api.listFunnels>> {
    const client = await this.clients.get(clientId);
    const rows = await this.database.db
      .select()
      .from(funnels)
      .where(eq(funnels.clientId, clientId))
      .orderBy(asc(funnels.createdAt), asc(funnels.id));
    const counts = await this.results.byPage(clientId, this.clock.now(), client.zone, days);
    return {
      funnels: await Promise.all(
        rows.map(async (funnel) => {
          const steps = await this.pages.ofFunnel(funnel.id);
          const first = steps[0];
          return {
            id: funnel.id,
            name: funnel.name,
            steps: steps.length,
            state: wholeState(steps.map(stateOf)),
            address: first ? `${client.site}/${first.slug}` : null,
            visitors30: first ? (counts.get(first.id) ?? noCounts).visitors : 0,
            leads30: leadsOf(steps, counts),
          };
        }),
      ),
    };
  }

  async path(id: FunnelId): Promise<PathBoard> {
    const funnel = await this.row(id);
    const client = await this.clients.get(funnel.clientId);
    const steps = await this.pages.ofFunnel(id);
    const now = this.clock.now();
    const counts = await this.results.byPage(client.id, now, client.zone, days);
    const first = steps[0];
    return {
      funnel: { id, name: funnel.name, clientId: client.id },
      days,
      leads: leadsOf(steps, counts),
      arrivals: await this.results.bySource(first ? [first.id] : [], now, client.zone, days),
      steps: await Promise.all(
        steps.map(async (page, index): Promise<PathStep> => {
          const forms = await this.forms.some(this.database.db, client.id, formsOn(page.draft));
          return {
            pageId: page.id,
            name: page.name,
            slug: page.slug,
            address: `${client.site}/${page.slug}`,
            state: stateOf(page),
            ...(counts.get(page.id) ?? noCounts),
            books: blocksOf(page.draft).some((block) => block.kind === 'booking'),
            movesOnBy: index < steps.length - 1 ? movesOnBy(page, Object.values(forms)) : null,
            happenings: await this.happenings(funnel.clientId, id, page, Object.entries(forms)),
          };
        }),
      ),
    };
  }

  /** What happens when a form of a page arrives: the form's own notices, then what the rules do with a lead from it. */
  private async happenings(
    clientId: ClientId,
    funnel: FunnelId,
    page: PageRow,
    forms: [id: string, form: FormDefinition][],
  ): Promise<PathStep['happenings']> {
    const rules = await this.rules.active(this.database.db, clientId);
    const lines: PathStep['happenings'] = [];
    for (const [form, definition] of forms) {
      const met = routeLead(rules, {
        form: form as never,
        page: page.id as PageId,
        funnel,
        source: '',
      }).met;
      for (const rule of rules.filter((rule) => met.some(({ id }) => id === rule.id))) {
        for (const action of rule.actions) lines.push(await this.inWords(action, rule.name));
      }
      for (const email of definition.tell) {
        lines.push({
          kind: 'tell',
          text: `Tell ${email}`,
          note: `by email · ${definition.name}`,
          sequenceId: null,
        });
      }
    }
    for (const block of blocksOf(page.draft))
      if (block.kind === 'booking')
        lines.push(...(await this.bookingLines(clientId, block.calendarId)));
    return lines;
  }

  /** What a booking in a calendar causes. */
  private async bookingLines(clientId: ClientId, id: CalendarId): Promise<PathStep['happenings']> {
    const [found] = await this.database.db
      .select({ calendar: calendars.content, sequence: sequences.content })
      .from(calendars)
      .leftJoin(sequences, sql`${sequences.id}::text = ${calendars.content}->>'sequence'`)
      .where(and(eq(calendars.id, id), eq(calendars.clientId, clientId)));
    if (!found) return [];
    const { calendar, sequence } = found;
    const line = { note: `calendar: ${calendar.name}`, sequenceId: null };
    return [
      { ...line, kind: 'book' as const, text: `Book in ${calendar.name}` },
      ...(sequence
        ? [
            {
              ...line,
              kind: 'start' as const,
              text: `Start ${sequence.name}`,
              sequenceId: calendar.sequence,
            },
          ]
        : []),
      ...calendar.tell.map((email) => ({ ...line, kind: 'tell' as const, text: `Tell ${email}` })),
    ];
  }

  private async inWords(action: RuleAction, rule: string): Promise<PathStep['happenings'][number]> {
    const line = { note: `rule: ${rule}`, sequenceId: null };
    switch (action.do) {
      case 'tag':
        return { ...line, kind: 'tag', text: `Tag ${action.tag}` };
      case 'give': {
        const [user] = await this.database.db
          .select({ name: users.name })
          .from(users)
          .where(inArray(users.id, [action.to]));
        return { ...line, kind: 'give', text: `Give to ${user?.name ?? 'somebody who left'}` };
      }
      case 'start': {
        const [sequence] = await this.database.db
          .select({ content: sequences.content })
          .from(sequences)
          .where(eq(sequences.id, action.sequence));
        const messages = sequence?.content.steps.length ?? 0;
        return {
          kind: 'start',
          text: `Start ${sequence?.content.name ?? 'a sequence that is gone'}`,
          note: `${messages} ${messages === 1 ? 'message' : 'messages'} · rule: ${rule}`,
          sequenceId: action.sequence,
        };
      }
      case 'tell':
        return { ...line, kind: 'tell', text: `Tell ${action.email}` };
      default:
        return unreachable(action);
    }
  }
}

function readTemplatePage({ name, draft }: TemplateContent['pages'][number]): TakenPage {
  const read = Draft.safeParse(draft);
  if (!read.success) throw new AppProblem('bad-request', { detail: read.error.issues[0]!.message });
  return { name, draft: read.data as Draft };
}

/** A funnel's leads: everybody once, however many of its forms they sent. */
const leadsOf = (steps: PageRow[], counts: Map<PageId, PageCounts>): number =>
  steps.reduce((sum, step) => sum + (counts.get(step.id) ?? noCounts).newLeads, 0);

/** What carries a visitor on from a page: its form, else a button to the next step; null when nothing does. */
function movesOnBy(page: PageRow, forms: FormDefinition[]): string | null {
  const form = forms.find((form) => form.after.kind === 'next-step');
  if (form) return form.name;
  const button = blocksOf(page.draft).find(
    (block) => block.kind === 'button' && block.action.kind === 'next-step',
  );
  return button?.kind === 'button' ? `“${button.label}”` : null;
}

function wholeState(states: PageState[]): PageState {
  if (states.every((state) => state === 'draft')) return 'draft';
  return states.every((state) => state === 'live') ? 'live' : 'changed';
}

/** Gives an address ending that is not taken yet: `first-visit`, then `first-visit-2`. */
function freeSlug(taken: Set<string>): (wanted: string) => string {
  return (wanted) => {
    let slug = wanted;
    for (let number = 2; taken.has(slug); number++) slug = `${wanted.slice(0, 55)}-${number}`;
    taken.add(slug);
    return slug;
  };
}
