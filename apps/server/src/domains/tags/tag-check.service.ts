import { Injectable } from '@nestjs/common';
import type { FunnelTags } from '@plumgate/contract';
import type { ClientId, FormId } from '@plumgate/core/basics';
import { aftersOf } from '@plumgate/core/forms';
import { formsOn } from '@plumgate/core/page';
import {
  checkTags,
  countsLeads,
  leadCode,
  runsFor,
  type PageSent,
  type SentLead,
} from '@plumgate/core/tags';
import { and, asc, eq } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { clients } from '../../records/clients/table.ts';
import { funnels } from '../../records/funnels/table.ts';
import { isLive, pages } from '../../records/pages/table.ts';
import { shownAfter, type ShownPage } from '../live-pages/live-page.ts';
import { PageLoader } from '../live-pages/page-loader.ts';
import { PageRenderer } from '../live-pages/page-renderer.ts';
import { TagService } from './tag.service.ts';

/** No submission has it. */
const sampleId = '00000000-0000-4000-8000-000000000000';

/** Looks at a client's live pages as they are sent, whether each carries the tags that it should. */
@Injectable()
export class TagCheckService {
  constructor(
    private readonly database: Database,
    private readonly tags: TagService,
    private readonly loader: PageLoader,
    private readonly renderer: PageRenderer,
  ) {}

  async check(clientId: ClientId): Promise<FunnelTags[]> {
    const all = await this.tags.list(clientId);
    const rows = await this.database.db
      .select({
        ...{ funnelId: funnels.id, funnel: funnels.name },
        ...{ client: clients.slug, slug: pages.slug },
      })
      .from(pages)
      .innerJoin(funnels, eq(funnels.id, pages.funnelId))
      .innerJoin(clients, eq(clients.id, pages.clientId))
      .where(and(eq(pages.clientId, clientId), isLive))
      .orderBy(asc(funnels.name), asc(funnels.id), asc(pages.position));
    const found = new Map<string, FunnelTags & { shown: ShownPage[] }>();
    for (const { funnelId, funnel, client, slug } of rows) {
      const shown = await this.loader.published(client, slug);
      if (!shown) continue;
      const of = found.get(funnelId) ?? {
        funnelId,
        name: funnel,
        pages: [],
        findings: [],
        shown: [],
      };
      of.shown.push(shown);
      found.set(funnelId, of);
    }
    return [...found.values()].map(({ shown, ...funnel }) => {
      const leads = shown.flatMap(leadsOn);
      const sent = shown.map((page) => this.sent(page, leads));
      return {
        ...funnel,
        pages: sent.map(({ pageId, carries }, index) => ({
          ...{ pageId, name: shown[index]!.name, tags: carries.map(({ tag }) => tag.id) },
        })),
        findings: checkTags(all, { pages: sent, leads }),
      };
    });
  }

  /** A page as it is sent to who has agreed, and on a page of thanks has just sent a form. */
  private sent(page: ShownPage, leads: FormId[]): PageSent {
    const lead: SentLead | null = page.gated
      ? { id: sampleId, form: leads[0] ?? (sampleId as FormId), currency: page.facts.currency }
      : null;
    const html = this.renderer.render(shownAfter(page, 'given', lead), {});
    return {
      pageId: page.pageId,
      html,
      carries: page.tags.flatMap((tag) => {
        if (!countsLeads(tag)) return [{ tag, code: tag.content.code }];
        return lead && runsFor(tag.content, lead)
          ? [{ tag, code: leadCode(tag.content, lead) }]
          : [];
      }),
    };
  }
}

/** The forms of a page that lead to another one, where it can be told that they were sent. */
const leadsOn = ({ document, forms, nextStep, references }: ShownPage): FormId[] =>
  formsOn(document).filter((id) => {
    const afters = forms[id] ? aftersOf(forms[id]) : [];
    return afters.some(
      (after) =>
        (after.kind === 'next-step' && nextStep !== null) ||
        (after.kind === 'page' && references.pages.has(after.page)),
    );
  });
