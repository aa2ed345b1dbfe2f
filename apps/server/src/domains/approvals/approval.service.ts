import { Injectable } from '@nestjs/common';
import type { ApprovalView } from '@plumgate/contract';
import type { FunnelId, PageId } from '@plumgate/core/basics';
import { and, asc, count, desc, eq, isNull } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { clients } from '../../records/clients/table.ts';
import { FunnelService } from '../funnels/funnel.service.ts';
import { funnels } from '../../records/funnels/table.ts';
import { pages } from '../../records/pages/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { secretToken, tokenHash } from '../../platform/secret-token.ts';
import { SiteAddress } from '../../platform/site-address.ts';
import { remarks, approvalLinks } from '../../records/approvals/table.ts';

export type ApprovalLinkRow = typeof approvalLinks.$inferSelect;
export type RemarkRow = typeof remarks.$inferSelect;

const mostRemarks = 300;

/** Links by which a client looks at drafts, says what to change, and approves; no account, an end, and no second guess. */
@Injectable()
export class ApprovalService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly funnels: FunnelService,
    private readonly address: SiteAddress,
  ) {}

  /** Makes a link that works for so many days. What is in it is said this once: only a hash of it is kept. */
  async create(funnelId: FunnelId, days: number, who: CurrentUser): Promise<string> {
    const { clientId } = await this.funnels.row(funnelId);
    const token = secretToken();
    const now = this.clock.now();
    await this.database.db.insert(approvalLinks).values({
      id: this.ids.next<string>(),
      clientId,
      funnelId,
      tokenHash: tokenHash(token),
      createdBy: who.id,
      createdAt: now,
      expiresAt: now.add({ hours: 24 * days }),
    });
    const [client] = await this.database.db
      .select({ slug: clients.slug })
      .from(clients)
      .where(eq(clients.id, clientId));
    return `${this.address.known(client!.slug)}/~/approval/${token}`;
  }

  /** A funnel's links with what was said by them, newest first. */
  async list(funnelId: FunnelId): Promise<ApprovalView[]> {
    await this.funnels.row(funnelId);
    const rows = await this.database.db
      .select()
      .from(approvalLinks)
      .where(eq(approvalLinks.funnelId, funnelId))
      .orderBy(desc(approvalLinks.createdAt));
    const said = await this.database.db
      .select({ remark: remarks, page: pages.name })
      .from(remarks)
      .innerJoin(approvalLinks, eq(approvalLinks.id, remarks.linkId))
      .innerJoin(pages, eq(pages.id, remarks.pageId))
      .where(eq(approvalLinks.funnelId, funnelId))
      .orderBy(asc(remarks.id));
    return rows.map((row) => ({
      id: row.id,
      createdAt: row.createdAt.toString(),
      expiresAt: row.expiresAt.toString(),
      state: this.stateOf(row),
      approved: row.approvedAt && { by: row.approvedBy ?? '', at: row.approvedAt.toString() },
      remarks: said
        .filter(({ remark }) => remark.linkId === row.id)
        .map(({ remark, page }) => ({
          id: remark.id,
          pageId: remark.pageId,
          page,
          part: remark.part,
          who: remark.who,
          words: remark.words,
          at: remark.at.toString(),
          done: remark.doneAt !== null,
        })),
    }));
  }

  async close(id: string): Promise<void> {
    const closed = await this.database.db
      .update(approvalLinks)
      .set({ closedAt: this.clock.now() })
      .where(and(eq(approvalLinks.id, id), isNull(approvalLinks.closedAt)))
      .returning();
    if (closed.length === 0) throw notFound();
  }

  async setDone(id: number, done: boolean): Promise<void> {
    const changed = await this.database.db
      .update(remarks)
      .set({ doneAt: done ? this.clock.now() : null })
      .where(eq(remarks.id, id))
      .returning();
    if (changed.length === 0) throw notFound();
  }

  /** The link that a token is of, on its own client's host; null for one that was guessed. */
  async byToken(
    clientSlug: string,
    token: string,
  ): Promise<(ApprovalLinkRow & { funnel: string }) | null> {
    const [row] = await this.database.db
      .select({ link: approvalLinks, funnel: funnels.name })
      .from(approvalLinks)
      .innerJoin(clients, eq(clients.id, approvalLinks.clientId))
      .innerJoin(funnels, eq(funnels.id, approvalLinks.funnelId))
      .where(and(eq(approvalLinks.tokenHash, tokenHash(token)), eq(clients.slug, clientSlug)));
    return row ? { ...row.link, funnel: row.funnel } : null;
  }

  stateOf({ closedAt, expiresAt }: ApprovalLinkRow): ApprovalView['state'] {
    if (closedAt) return 'closed';
    return Temporal.Instant.compare(expiresAt, this.clock.now()) > 0 ? 'open' : 'expired';
  }

  remarksOn(linkId: string, pageId: PageId): Promise<RemarkRow[]> {
    return this.database.db
      .select()
      .from(remarks)
      .where(and(eq(remarks.linkId, linkId), eq(remarks.pageId, pageId)))
      .orderBy(asc(remarks.id));
  }

  /** Keeps a remark; false when there are so many already that nobody could mean them. */
  async say(
    link: ApprovalLinkRow,
    pageId: PageId,
    said: Pick<RemarkRow, 'part' | 'x' | 'y' | 'who' | 'words'>,
  ): Promise<boolean> {
    const { db } = this.database;
    const [row] = await db.select({ so: count() }).from(remarks).where(eq(remarks.linkId, link.id));
    if (row!.so >= mostRemarks) return false;
    await db
      .insert(remarks)
      .values({ ...said, clientId: link.clientId, linkId: link.id, pageId, at: this.clock.now() });
    return true;
  }

  async approve(link: ApprovalLinkRow, by: string): Promise<void> {
    await this.database.db
      .update(approvalLinks)
      .set({ approvedAt: this.clock.now(), approvedBy: by })
      .where(and(eq(approvalLinks.id, link.id), isNull(approvalLinks.approvedAt)));
  }
}
