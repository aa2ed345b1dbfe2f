import { Injectable } from '@nestjs/common';
import type { FunnelSummary, PageState, TemplateContent } from '@plumgate/contract';
import type { ClientId, FormId, FunnelId, PageId } from '@plumgate/core/basics';
import { slugFrom } from '@plumgate/core/basics';
import { copiedName } from '@plumgate/core/funnels';
import { Draft, formsOn } from '@plumgate/core/page';
import { plainFunnel, takeTemplate, type TakenPage } from '@plumgate/core/templates';
import { and, asc, eq, isNotNull, isNull } from 'drizzle-orm';
import { ClientService } from '../clients/client.service.ts';
import { FormService } from '../forms/form.service.ts';
import { AddressService } from '../pages/address.service.ts';
import { CopyToClientService } from '../pages/copy-to-client.service.ts';
import { stateOf, stepsOf, type PageRow } from '../../records/pages/page-row.ts';
import { PageService } from '../pages/page.service.ts';
import { pages } from '../../records/pages/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { noCounts, ResultsService, type PageCounts } from '../results/results.service.ts';
import { funnels } from '../../records/funnels/table.ts';
import { ofActiveClients } from '../../records/clients/active-clients.ts';
import { seenBy, type Sees } from '../../records/accounts/users-of.ts';

/** The days that counts are shown of. */
export const days = 30;
export type FunnelRow = typeof funnels.$inferSelect;

@Injectable()
export class FunnelService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly clients: ClientService,
    private readonly pages: PageService,
    private readonly forms: FormService,
    private readonly over: CopyToClientService,
    private readonly addresses: AddressService,
    private readonly results: ResultsService,
  ) {}

  async row(id: FunnelId, db: Queries = this.database.db): Promise<FunnelRow> {
    const [row] = await db
      .select()
      .from(funnels)
      .where(and(eq(funnels.id, id), isNull(funnels.removedAt)));
    if (!row) throw notFound();
    return row;
  }

  async change(id: FunnelId, changes: Partial<FunnelRow>): Promise<void> {
    const before = await this.row(id);
    const after = { ...before, ...changes };
    await this.database.transaction(async (tx) => {
      await tx.update(funnels).set(changes).where(eq(funnels.id, id));
      // Its code and its style stand on every page, which visitors see once they are published again.
      if (after.head !== before.head || after.body !== before.body || after.style !== before.style)
        await tx
          .update(pages)
          .set({ liveVersion: 0 })
          .where(and(eq(pages.funnelId, id), isNotNull(pages.liveVersion)));
    });
  }

  /** An empty funnel, for anyone who brings the pages. */
  async begin(tx: Queries, clientId: ClientId, name: string): Promise<FunnelId> {
    const id = this.ids.next<FunnelId>();
    await tx.insert(funnels).values({ id, clientId, name, createdAt: this.clock.now() });
    return id;
  }

  /** A funnel from a template's pages, all of them the client's own from now on; without any, of two plain steps. */
  async create(clientId: ClientId, name: string, from?: TemplateContent): Promise<FunnelId> {
    const given = from?.pages.map(readTemplatePage) ?? this.plainPages(name);
    return this.database.transaction(async (tx) => {
      const free = await this.addresses.availableSlug(tx, clientId);
      const funnelId = await this.begin(tx, clientId, name);
      const { parts } = await this.over.bring(
        tx,
        clientId,
        given.map(({ draft }) => draft.page),
        Object.assign({}, ...given.map(({ draft }) => draft.forms)) as Draft['forms'],
      );
      for (const [position, draft] of parts.entries()) {
        const own = position === 0 ? name : given[position]!.name;
        await this.pages.create(tx, {
          clientId,
          funnelId,
          position,
          name: own,
          slug: free(slugOf(name, own, position)),
          draft,
        });
      }
      return funnelId;
    });
  }

  /**
   * A copy with everything in it: pages with their wires, forms under the new funnel's name, pictures and files. The
   * name tells it from the one it comes from, and stands in the copied names instead of that one's.
   */
  async copy(
    id: FunnelId,
    to: { name: string; clientId: ClientId; language: string | null },
  ): Promise<FunnelId> {
    const from = await this.row(id);
    await this.clients.row(to.clientId);
    const steps = await stepsOf(this.database.db, id);
    const copies = new Map(steps.map((step) => [step.id, this.ids.next<PageId>()]));
    const renamed = (name: string) => copiedName(name, from.name, to.name);
    return this.database.transaction(async (tx) => {
      const free = await this.addresses.availableSlug(tx, to.clientId);
      const funnelId = await this.begin(tx, to.clientId, to.name);
      const { head, body } = from;
      // Another client's brand has styles of its own.
      const style = from.clientId === to.clientId ? from.style : '';
      await tx.update(funnels).set({ head, body, style }).where(eq(funnels.id, funnelId));
      const ids = [...new Set(steps.flatMap((step) => formsOn(step.draft)))];
      const { parts } = await this.over.bring(
        tx,
        to.clientId,
        steps.map((step) => step.draft),
        await this.forms.some(tx, from.clientId, ids),
        { formName: renamed, pages: copies },
      );
      for (const [position, step] of steps.entries()) {
        const name = renamed(step.name);
        const draft = parts[position]!;
        await this.pages.create(tx, {
          id: copies.get(step.id)!,
          clientId: to.clientId,
          funnelId,
          position,
          name,
          slug: free(slugOf(to.name, name, position)),
          leadsTo: (step.leadsTo && copies.get(step.leadsTo)) ?? null,
          draft: {
            ...draft,
            title: renamed(draft.title),
            ...(to.language && { language: to.language }),
          },
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

  /** A client's funnels, or everybody's, each with its last 30 days. */
  async list(who: Sees): Promise<FunnelSummary[]> {
    const rows = await this.database.db
      .select()
      .from(funnels)
      .where(
        and(
          seenBy(who, funnels.clientId),
          ofActiveClients(funnels.clientId),
          isNull(funnels.removedAt),
        ),
      )
      .orderBy(asc(funnels.createdAt), asc(funnels.id));
    const lists: FunnelSummary[] = [];
    for (const client of new Set(rows.map((row) => row.clientId)))
      lists.push(
        ...(await this.summaries(
          client,
          rows.filter((row) => row.clientId === client),
        )),
      );
    return lists;
  }

  private async summaries(clientId: ClientId, rows: FunnelRow[]): Promise<FunnelSummary[]> {
    const { site, zone } = await this.clients.get(clientId);
    const counts = await this.results.byPage(clientId, this.clock.now(), zone, days);
    return Promise.all(
      rows.map(async ({ id, name, folder }) => {
        const steps = await stepsOf(this.database.db, id);
        const first = steps[0];
        const { visitors, converted } = (first && counts.get(first.id)) ?? noCounts;
        return {
          id,
          clientId,
          name,
          folder,
          steps: steps.length,
          pages: steps.map((step) => ({
            pageId: step.id,
            name: step.name,
            visitors30: (counts.get(step.id) ?? noCounts).visitors,
          })),
          state: wholeState(steps.map(stateOf)),
          address: first ? `${site}/${first.slug}` : null,
          visitors30: visitors,
          leads30: leadsOf(steps, counts),
          converted30: converted,
        };
      }),
    );
  }
}

/** The ending for a step: the funnel's name, and with it the step's own after the first. */
const slugOf = (funnel: string, step: string, position: number) =>
  slugFrom(position === 0 ? funnel : `${slugFrom(funnel).slice(0, 40)} ${step}`);

function readTemplatePage({ name, draft }: TemplateContent['pages'][number]): TakenPage {
  const read = Draft.safeParse(draft);
  if (!read.success) throw new AppProblem('bad-request', { detail: read.error.issues[0]!.message });
  return { name, draft: read.data as Draft };
}

/** A funnel's leads: everybody once, however many of its forms they sent. */
export const leadsOf = (steps: PageRow[], counts: Map<PageId, PageCounts>): number =>
  steps.reduce((sum, step) => sum + (counts.get(step.id) ?? noCounts).newLeads, 0);

/** Live when every step is, a draft when none ever was, offline when its first step is. */
export function wholeState(states: PageState[]): PageState {
  if (states.every((state) => state === 'draft')) return 'draft';
  if (states[0] === 'offline') return 'offline';
  return states.every((state) => state === 'live') ? 'live' : 'changed';
}
