import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Loss } from '@plumgate/contract';
import type { ClientId, FunnelId, PageId } from '@plumgate/core/basics';
import { formsOn } from '@plumgate/core/page';
import { and, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import type { Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { Bin, type Removable } from '../../records/bin/bin.ts';
import { bin as binTable } from '../../records/bin/table.ts';
import { funnels } from '../../records/funnels/table.ts';
import { stateOf, stepsOf, type PageRow } from '../../records/pages/page-row.ts';
import { pages } from '../../records/pages/table.ts';
import { usesOf } from '../../records/references/uses-of.ts';
import {
  pageDays,
  pageHours,
  pageVisitors,
  sectionDays,
  sectionVisitors,
  visitEvents,
} from '../../records/results/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { SiteVersions } from '../clients/site-versions.ts';
import { AddressService } from '../pages/address.service.ts';
import { ResultsService } from '../results/results.service.ts';
import { days } from './funnel.service.ts';
import { StepService } from './step.service.ts';

/** How funnels and single pages are deleted. A funnel's pages go and come with it; one deleted by itself stays deleted. */
@Injectable()
export class FunnelRemoval implements OnModuleInit {
  constructor(
    private readonly bin: Bin,
    private readonly clock: Clock,
    private readonly clients: ClientService,
    private readonly sites: SiteVersions,
    private readonly steps: StepService,
    private readonly addresses: AddressService,
    private readonly results: ResultsService,
  ) {}

  onModuleInit(): void {
    this.bin.register('funnel', this.funnel);
    this.bin.register('page', this.page);
    this.bin.addLosses('funnel', async (db, id, clientId) => {
      const steps = await stepsOf(db, id as FunnelId);
      const names = steps.map(({ name }) => name);
      return [
        { what: 'goes-along', count: steps.length, names },
        ...(await this.lossesOf(db, clientId, steps, [id])),
      ];
    });
    this.bin.addLosses('page', async (db, id, clientId) => {
      const steps = await db
        .select()
        .from(pages)
        .where(eq(pages.id, id as PageId));
      return this.lossesOf(db, clientId, steps, []);
    });
  }

  /** Who came lately, and what names these pages or a form that only they show. */
  private async lossesOf(
    db: Queries,
    clientId: ClientId,
    steps: PageRow[],
    others: string[],
  ): Promise<Loss[]> {
    const { zone } = await this.clients.get(clientId);
    const counts = await this.results.byPage(clientId, this.clock.now(), zone, days);
    // Who saw the first page and the next is one visitor.
    const visitors = Math.max(0, ...steps.map(({ id }) => counts.get(id)?.visitors ?? 0));
    const leads = steps.reduce((sum, { id }) => sum + (counts.get(id)?.newLeads ?? 0), 0);
    const own = steps.map(({ id }) => id as string);
    const named = [...own, ...others, ...steps.flatMap(({ draft }) => formsOn(draft))];
    return [
      { what: 'visitors', count: visitors, names: [] },
      { what: 'leads', count: leads, names: [] },
      ...(await usesOf(db, clientId, named, new Set(own))),
    ];
  }

  private readonly funnel: Removable = {
    remove: async (tx, id, at) => {
      const [row] = await tx
        .update(funnels)
        .set({ removedAt: at })
        .where(and(eq(funnels.id, id as FunnelId), isNull(funnels.removedAt)))
        .returning();
      if (!row) throw notFound();
      await tx
        .update(pages)
        .set({ removedAt: at })
        .where(and(eq(pages.funnelId, row.id), isNull(pages.removedAt)));
      await this.sites.changed(tx, row.clientId);
      return { clientId: row.clientId, name: row.name };
    },
    restore: async (tx, id, removedAt) => {
      const [row] = await tx
        .update(funnels)
        .set({ removedAt: null })
        .where(and(eq(funnels.id, id as FunnelId), isNotNull(funnels.removedAt)))
        .returning();
      if (!row) throw notFound();
      const along = await tx
        .select()
        .from(pages)
        .where(
          and(
            eq(pages.funnelId, row.id),
            eq(pages.removedAt, removedAt),
            sql`not exists (select 1 from ${binTable} where ${binTable.kind} = 'page' and ${binTable.subjectId} = ${pages.id})`,
          ),
        );
      const note = await this.bringBack(tx, row.clientId, along);
      await this.sites.changed(tx, row.clientId);
      return note;
    },
    erase: async (tx, id) => {
      const along = await tx
        .delete(pages)
        .where(eq(pages.funnelId, id as FunnelId))
        .returning({ id: pages.id });
      const ids = along.map((page) => page.id);
      await this.forgetVisits(tx, ids);
      if (ids.length > 0)
        await tx
          .delete(binTable)
          .where(and(eq(binTable.kind, 'page'), inArray(binTable.subjectId, ids)));
      await tx.delete(funnels).where(eq(funnels.id, id as FunnelId));
    },
    look: async (db, id) => {
      const [row] = await db
        .select()
        .from(funnels)
        .where(and(eq(funnels.id, id as FunnelId), isNull(funnels.removedAt)));
      if (!row) return null;
      const steps = await stepsOf(db, row.id);
      return { name: row.name, clientId: row.clientId, isLive: steps.some(isShown) };
    },
  };

  private readonly page: Removable = {
    remove: (tx, id, at) => this.steps.removeIn(tx, id as PageId, at),
    restore: async (tx, id) => {
      const [found] = await tx
        .select({ page: pages, funnel: funnels })
        .from(pages)
        .innerJoin(funnels, eq(funnels.id, pages.funnelId))
        .where(and(eq(pages.id, id as PageId), isNotNull(pages.removedAt)));
      if (!found) throw notFound();
      if (found.funnel.removedAt)
        throw new AppProblem('bad-request', {
          detail: `Its funnel “${found.funnel.name}” is in the bin as well. Restore that first.`,
        });
      return this.steps.restoringIn(tx, found.page, () =>
        this.bringBack(tx, found.page.clientId, [found.page]),
      );
    },
    erase: async (tx, id) => {
      await this.forgetVisits(tx, [id as PageId]);
      await tx.delete(pages).where(eq(pages.id, id as PageId));
    },
    look: async (db, id) => {
      const [row] = await db
        .select()
        .from(pages)
        .where(and(eq(pages.id, id as PageId), isNull(pages.removedAt)));
      return row ? { name: row.name, clientId: row.clientId, isLive: isShown(row) } : null;
    },
  };

  /** Pages come back at their addresses, or at free ones where another page has taken theirs. */
  private async bringBack(
    tx: Queries,
    clientId: ClientId,
    rows: PageRow[],
  ): Promise<string | null> {
    const available = await this.addresses.availableSlug(tx, clientId);
    const moved: string[] = [];
    for (const { id, slug, name } of rows) {
      const free = available(slug);
      await tx.update(pages).set({ removedAt: null, slug: free }).where(eq(pages.id, id));
      if (free !== slug) moved.push(`“${name}” is at /${free} now, since /${slug} was taken.`);
    }
    return moved.join(' ') || null;
  }

  private async forgetVisits(tx: Queries, ids: PageId[]): Promise<void> {
    if (ids.length === 0) return;
    await tx.delete(pageVisitors).where(inArray(pageVisitors.pageId, ids));
    await tx.delete(pageDays).where(inArray(pageDays.pageId, ids));
    await tx.delete(pageHours).where(inArray(pageHours.pageId, ids));
    await tx.delete(sectionVisitors).where(inArray(sectionVisitors.pageId, ids));
    await tx.delete(sectionDays).where(inArray(sectionDays.pageId, ids));
    const owners = tx.select({ id: pages.clientId }).from(pages).where(inArray(pages.id, ids));
    await tx
      .delete(visitEvents)
      .where(and(inArray(visitEvents.clientId, owners), inArray(visitEvents.pageId, ids)));
  }
}

const isShown = (page: PageRow) => ['live', 'changed'].includes(stateOf(page));
