import { Injectable } from '@nestjs/common';
import type { DraftBody, PageState } from '@plumgate/contract';
import {
  slugFrom,
  type ClientId,
  type FunnelId,
  type Instant,
  type PageId,
} from '@plumgate/core/basics';
import { copiedName, retargetedSteps } from '@plumgate/core/funnels';
import {
  blocksOf,
  Draft,
  emptyPage,
  formsOn,
  newBand,
  newBlock,
  type Block,
  type PageDocument,
} from '@plumgate/core/page';
import { eq, inArray } from 'drizzle-orm';
import type { z } from 'zod';
import { FormService } from '../forms/form.service.ts';
import { AddressService } from '../pages/address.service.ts';
import { CopyToClientService } from '../pages/copy-to-client.service.ts';
import { stateOf, stepsOf, type PageRow } from '../../records/pages/page-row.ts';
import { SiteVersions } from '../clients/site-versions.ts';
import { PageService } from '../pages/page.service.ts';
import { pages } from '../../records/pages/table.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { FunnelService } from './funnel.service.ts';
import { funnels } from '../../records/funnels/table.ts';

/** What a step begins as: a page of any client's, in its own or another language, a draft, or nothing but its name. */
export type StepSource =
  | { pageId: PageId; language: PageDocument['language'] | null }
  | { draft: z.infer<typeof DraftBody> }
  | undefined;

/** What leads on from a step: a form or a button that stands on it, or a button to be made. */
export type WireBy = { kind: 'form' | 'button'; id: string } | { kind: 'new-button' } | null;

/**
 * The steps of a funnel and the wires between them. What is live changes only by publishing: a step that leads
 * elsewhere from now on is marked as changed, and visitors go on as before until it is published.
 */
@Injectable()
export class StepService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
    private readonly funnels: FunnelService,
    private readonly pages: PageService,
    private readonly sites: SiteVersions,
    private readonly forms: FormService,
    private readonly addresses: AddressService,
    private readonly over: CopyToClientService,
  ) {}

  /** Puts a step at a place among the others; with its forms copied where it is a copy of a page. */
  async add(
    funnelId: FunnelId,
    { name, position, from }: { name: string; position: number; from?: StepSource },
  ): Promise<PageId> {
    const funnel = await this.funnels.row(funnelId);
    return this.rearranged(funnelId, async (tx) => {
      const free = await this.addresses.availableSlug(tx, funnel.clientId);
      const source = await this.source(tx, name, from);
      const { parts } = await this.over.bring(
        tx,
        funnel.clientId,
        source.draft.page,
        source.draft.forms,
        { formName: (form) => copiedName(form, source.funnel, funnel.name) },
      );
      return this.pages.create(tx, {
        clientId: funnel.clientId,
        funnelId,
        position: position - 0.5,
        name,
        slug: free(slugFrom(`${slugFrom(funnel.name).slice(0, 40)} ${name}`)),
        draft: parts,
      });
    });
  }

  /** Names a step, takes it off, or puts it back as it was last published. */
  async change(
    pageId: PageId,
    changes: {
      name?: string | undefined;
      offline?: boolean | undefined;
      ready?: boolean | undefined;
    },
  ): Promise<PageState> {
    const page = await this.pages.row(pageId);
    const { name = page.name, offline = page.offline, ready = page.ready } = changes;
    if (offline && page.liveRevision === null)
      throw new AppProblem('bad-request', { detail: 'This page was never live.' });
    await this.database.transaction(async (tx) => {
      await tx.update(pages).set({ name, offline, ready }).where(eq(pages.id, pageId));
      await this.sites.changed(tx, page.clientId);
    });
    return stateOf({ ...page, offline });
  }

  /** Puts the steps in an order that names every one of them once. */
  async order(funnelId: FunnelId, order: PageId[]): Promise<void> {
    await this.rearranged(funnelId, async (tx, steps) => {
      if (order.length !== steps.length || steps.some(({ id }) => !order.includes(id)))
        throw new AppProblem('changed-elsewhere');
      for (const [position, id] of order.entries())
        await tx.update(pages).set({ position }).where(eq(pages.id, id));
    });
  }

  /** Takes a page out of its funnel, in the transaction of its removal. */
  async removeIn(
    tx: Queries,
    pageId: PageId,
    at: Instant,
  ): Promise<{ clientId: ClientId; name: string }> {
    const page = await this.pages.row(pageId, tx);
    await this.rearrangedIn(tx, page.funnelId, async () => {
      await tx.update(pages).set({ removedAt: at }).where(eq(pages.id, pageId));
    });
    return { clientId: page.clientId, name: page.name };
  }

  /** Gives a page its place again, before whatever has come to it; `bringBack` takes it out of the bin. */
  restoringIn<Done>(tx: Queries, page: PageRow, bringBack: () => Promise<Done>): Promise<Done> {
    return this.rearrangedIn(tx, page.funnelId, async () => {
      await tx
        .update(pages)
        .set({ position: page.position - 0.5 })
        .where(eq(pages.id, page.id));
      return bringBack();
    });
  }

  /** Leads a step to another of its funnel, and makes what is named by `by` lead there. */
  async wire(pageId: PageId, to: PageId, by: WireBy): Promise<void> {
    const page = await this.pages.row(pageId);
    await this.rearranged(page.funnelId, async (tx, steps) => {
      if (to === pageId || !steps.some(({ id }) => id === to))
        throw new AppProblem('bad-request', { detail: 'Lead it to another step of this funnel.' });
      await tx.update(pages).set({ leadsTo: to }).where(eq(pages.id, pageId));
      if (by) await this.leadOnBy(tx, await this.pages.row(pageId, tx), by);
    });
  }

  private async leadOnBy(tx: Queries, page: PageRow, by: NonNullable<WireBy>): Promise<void> {
    const forms = await this.forms.some(tx, page.clientId, formsOn(page.draft));
    const draft = { page: page.draft, forms };
    const next = leadingOn(draft, by, () => this.ids.next<string>().slice(0, 13));
    if (!next)
      throw new AppProblem('bad-request', {
        detail: 'That form or button is no longer on the page.',
      });
    await this.pages.saveDraftIn(tx, page.id, page.version, next);
  }

  private async source(
    tx: Queries,
    name: string,
    from: StepSource,
  ): Promise<{ draft: Draft; funnel: string }> {
    if (!from)
      return { draft: { page: blankStep(name, () => this.ids.next()), forms: {} }, funnel: '' };
    if ('draft' in from) {
      const read = Draft.safeParse(from.draft);
      if (!read.success)
        throw new AppProblem('bad-request', { detail: read.error.issues[0]!.message });
      return { draft: read.data as Draft, funnel: '' };
    }
    const page = await this.pages.row(from.pageId, tx);
    const forms = await this.forms.some(tx, page.clientId, formsOn(page.draft));
    const funnel = await this.funnels.row(page.funnelId, tx);
    const copy = { ...page.draft, ...(from.language && { language: from.language }) };
    return { draft: { page: copy, forms }, funnel: funnel.name };
  }

  /**
   * Does something to a funnel's steps, counts their places again from 0 (a place between two others is a half until
   * then), and marks those that lead elsewhere now.
   */
  private rearranged<Done>(
    funnelId: FunnelId,
    work: (tx: Queries, steps: PageRow[]) => Promise<Done>,
  ): Promise<Done> {
    return this.database.transaction((tx) =>
      this.rearrangedIn(tx, funnelId, (steps) => work(tx, steps)),
    );
  }

  private async rearrangedIn<Done>(
    tx: Queries,
    funnelId: FunnelId,
    work: (steps: PageRow[]) => Promise<Done>,
  ): Promise<Done> {
    const funnel = await this.funnels.row(funnelId, tx);
    // One after the other: places are counted from what the one before has left.
    await tx
      .select({ id: funnels.id })
      .from(funnels)
      .where(eq(funnels.id, funnelId))
      .for('no key update');
    const before = await stepsOf(tx, funnelId);
    const done = await work(before);
    const after = await stepsOf(tx, funnelId);
    for (const [position, { id }] of after.entries())
      await tx.update(pages).set({ position }).where(eq(pages.id, id));
    const retargeted = retargetedSteps(before, after);
    const live = after.filter(
      ({ id, liveVersion }) => liveVersion !== null && retargeted.includes(id),
    );
    if (live.length > 0)
      await tx
        .update(pages)
        .set({ liveVersion: 0 })
        .where(
          inArray(
            pages.id,
            live.map(({ id }) => id),
          ),
        );
    await this.sites.changed(tx, funnel.clientId);
    return done;
  }
}

/** A step with nothing on it but its name. */
function blankStep(name: string, id: () => string): PageDocument {
  const part = () => id().slice(0, 13);
  const heading = newBlock('heading', part(), { text: name, level: 1 });
  return {
    ...emptyPage(name),
    bands: [newBand(part(), [{ id: part(), share: 1, blocks: [heading] }])],
  };
}

/** The draft with a form, a button of it, or a new one leading to the next step; null when what is named is not there. */
function leadingOn(draft: Draft, by: NonNullable<WireBy>, id: () => string): Draft | null {
  if (by.kind === 'form') {
    const form = Object.entries(draft.forms).find(([formId]) => formId === by.id);
    if (!form) return null;
    const after = { kind: 'next-step' as const };
    return { ...draft, forms: { ...draft.forms, [by.id]: { ...form[1], after } } };
  }
  const action = { kind: 'next-step' as const };
  if (by.kind === 'new-button') {
    const button = newBlock('button', id(), { action });
    const band = newBand(id(), [{ id: id(), share: 1, blocks: [button] }], { name: 'Onward' });
    return { ...draft, page: { ...draft.page, bands: [...draft.page.bands, band] } };
  }
  if (!blocksOf(draft.page).some((block) => block.id === by.id && block.kind === 'button'))
    return null;
  const led = (block: Block): Block =>
    block.id === by.id && block.kind === 'button' ? { ...block, action } : block;
  const bands = draft.page.bands.map((band) => ({
    ...band,
    columns: band.columns.map((column) => ({ ...column, blocks: column.blocks.map(led) })),
  }));
  return { ...draft, page: { ...draft.page, bands } };
}
