import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { ReportIssueView, ReportView } from '@plumgate/contract';
import {
  localDay,
  type ClientId,
  type Instant,
  type ReportId,
  type ReportIssueId,
} from '@plumgate/core/basics';
import {
  monthBefore,
  monthWords,
  nextReportAt,
  type ReportContent,
  type ReportSheet,
} from '@plumgate/core/reports';
import { and, asc, desc, eq, lt, lte, min } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { deleteSome } from '../../platform/database/delete-some.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Seal } from '../../platform/seal.ts';
import { SiteAddress } from '../../platform/site-address.ts';
import { Worker } from '../../platform/worker.ts';
import { agencies } from '../../records/accounts/table.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { ofActiveClients } from '../../records/clients/active-clients.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import { reportIssues, reports } from '../../records/reports/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { Messenger } from '../messages/messenger.ts';
import { SheetService } from './sheet.service.ts';

/** A link lasts for so long; the next report is there by then. */
const linkLasts = { hours: 24 * 92 };
const purpose = 'report';
const mostReports = 20;
/** Reports of so many clients are made at once: each reads a month of results. */
const dueAtOnce = 3;

type ReportRow = typeof reports.$inferSelect;
type IssueRow = typeof reportIssues.$inferSelect;

/** Monthly reports for clients: made, shared by a link, and sent by themselves. */
@Injectable()
export class ReportService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly clients: ClientService,
    private readonly sheets: SheetService,
    private readonly seals: Seal,
    private readonly address: SiteAddress,
    private readonly causes: Causes,
    private readonly messenger: Messenger,
    private readonly worker: Worker,
    private readonly housekeeping: Housekeeping,
  ) {}

  onModuleInit(): void {
    this.worker.register({
      name: 'reports',
      firstDue: () =>
        this.database.db
          .select({ at: min(reports.nextAt) })
          .from(reports)
          .where(ofActiveClients(reports.clientId)),
      doDue: (now) => this.sendDue(now),
    });
    // Who is erased is named in no report for longer than its link lasts.
    this.housekeeping.register('reports that are over', (mostRows) =>
      deleteSome(
        this.database.db,
        reportIssues,
        lt(reportIssues.expiresAt, this.clock.now()),
        mostRows,
      ),
    );
  }

  async list(clientId: ClientId): Promise<ReportView[]> {
    const { db } = this.database;
    const rows = await db
      .select()
      .from(reports)
      .where(eq(reports.clientId, clientId))
      .orderBy(asc(reports.madeAt), asc(reports.id));
    const issues = await db
      .select()
      .from(reportIssues)
      .where(eq(reportIssues.clientId, clientId))
      .orderBy(desc(reportIssues.month));
    const client = await this.clients.row(clientId);
    return rows.map(({ id, content, nextAt }) => ({
      ...{ reportId: id, content, nextAt: nextAt?.toString() ?? null },
      issues: issues
        .filter(({ reportId }) => reportId === id)
        .map((issue) => this.viewOf(client, issue)),
    }));
  }

  async add(clientId: ClientId, content: ReportContent): Promise<ReportId> {
    const { db } = this.database;
    if ((await db.$count(reports, eq(reports.clientId, clientId))) >= mostReports)
      throw new AppProblem('bad-request', {
        detail: `A client has ${mostReports} reports at most.`,
      });
    const id = this.ids.next<ReportId>();
    const now = this.clock.now();
    const nextAt = await this.nextOf(clientId, content);
    await db.insert(reports).values({ id, clientId, content, nextAt, madeAt: now });
    return id;
  }

  async change(id: ReportId, content: ReportContent): Promise<void> {
    const { clientId } = await this.row(id);
    const nextAt = await this.nextOf(clientId, content);
    await this.database.db.update(reports).set({ content, nextAt }).where(eq(reports.id, id));
    this.worker.wake();
  }

  async remove(id: ReportId): Promise<void> {
    await this.database.db.delete(reports).where(eq(reports.id, id));
  }

  /** Makes the report of a month, or makes it again with what is known now; its words stay. */
  async make(id: ReportId, month: string | null): Promise<ReportIssueView> {
    const report = await this.row(id);
    const client = await this.clients.row(report.clientId);
    const today = localDay(this.clock.now(), client.facts.zone);
    const asked = month ?? monthBefore(today);
    if (asked > today.slice(0, 7))
      throw new AppProblem('bad-request', { detail: 'That month has not begun.' });
    const sheet = await this.sheets.of(client.id, asked, report.content.parts);
    const issue = await this.write(this.database.db, report, asked, sheet);
    return this.viewOf(client, issue);
  }

  async setWords(id: ReportIssueId, words: string): Promise<void> {
    await this.database.db.update(reportIssues).set({ words }).where(eq(reportIssues.id, id));
  }

  /** Sends the link to a report to some addresses. */
  async send(id: ReportIssueId, to: readonly string[]): Promise<void> {
    await this.database.transaction(async (tx) => {
      const [issue] = await tx.select().from(reportIssues).where(eq(reportIssues.id, id));
      if (!issue) throw notFound();
      await this.queue(tx, issue, to, this.clock.now());
    });
  }

  /** From now on its link opens nothing. */
  async withdraw(id: ReportIssueId): Promise<void> {
    await this.database.db.delete(reportIssues).where(eq(reportIssues.id, id));
  }

  /** What a link opens on a client's host; null where it was guessed, or is over. */
  async opened(
    clientSlug: string,
    token: string,
  ): Promise<{ issue: IssueRow; client: ClientRow; agency: string } | null> {
    const id = this.seals.open(purpose, token);
    const client = await this.clients.bySlug(clientSlug);
    if (id === null || !client) return null;
    const { db } = this.database;
    const [issue] = await db
      .select()
      .from(reportIssues)
      .where(and(eq(reportIssues.id, id as ReportIssueId), eq(reportIssues.clientId, client.id)));
    if (!issue || Temporal.Instant.compare(issue.expiresAt, this.clock.now()) <= 0) return null;
    const [agency] = await db.select({ name: agencies.name }).from(agencies);
    return { issue, client, agency: agency?.name ?? '' };
  }

  /**
   * Makes and sends the reports that are due, each once: what it says is read before anything is held, and whoever finds it
   * still due then sends it.
   */
  private async sendDue(now: Instant): Promise<number> {
    const due = await this.database.db
      .select()
      .from(reports)
      .where(and(lte(reports.nextAt, now), ofActiveClients(reports.clientId)))
      .orderBy(asc(reports.nextAt))
      .limit(dueAtOnce);
    let sent = 0;
    for (const report of due) sent += await this.sendOne(report, now);
    return sent;
  }

  private async sendOne(report: ReportRow, now: Instant): Promise<0 | 1> {
    const { id, clientId, nextAt, content } = report;
    const { zone } = (await this.clients.row(clientId)).facts;
    const month = monthBefore(localDay(nextAt!, zone));
    const sheet = await this.sheets.of(clientId, month, content.parts);
    return this.database.transaction(async (tx) => {
      const [mine] = await tx
        .select({ id: reports.id })
        .from(reports)
        .where(and(eq(reports.id, id), eq(reports.nextAt, nextAt!)))
        .for('update', { skipLocked: true });
      if (!mine) return 0;
      const issue = await this.write(tx, report, month, sheet);
      await this.queue(tx, issue, content.schedule?.to ?? [], now);
      const next = content.schedule && nextReportAt(content.schedule.day, now, zone);
      await tx.update(reports).set({ nextAt: next }).where(eq(reports.id, id));
      return 1;
    });
  }

  private async write(
    db: Queries,
    { id: reportId, clientId, content: { name, brand, parts } }: ReportRow,
    month: string,
    sheet: ReportSheet,
  ): Promise<IssueRow> {
    const madeAt = this.clock.now();
    const made = { name, brand, parts, madeAt, expiresAt: madeAt.add(linkLasts), sheet };
    const [row] = await db
      .insert(reportIssues)
      .values({ id: this.ids.next<ReportIssueId>(), clientId, reportId, month, ...made })
      .onConflictDoUpdate({ target: [reportIssues.reportId, reportIssues.month], set: made })
      .returning();
    return row!;
  }

  private async queue(
    tx: Queries,
    issue: IssueRow,
    to: readonly string[],
    now: Instant,
  ): Promise<void> {
    const client = await this.clients.row(issue.clientId, tx);
    const effects = this.causes.begin();
    const month = monthWords(issue.month, client.facts.locale);
    for (const address of new Set(to))
      this.messenger.notify(effects, {
        ...{ client, to: address, at: now, person: null },
        key: `report ${issue.id} ${address} ${now.toString()}`,
        subject: `${client.name}: ${issue.name}, ${month}`,
        body: [
          `Here is what ${client.name}’s pages brought in ${month}.`,
          ...(issue.words ? [issue.words] : []),
        ].join('\n\n'),
        actions: [{ label: 'Open the report', href: this.linkTo(client, issue) }],
      });
    await effects.write(tx);
    await tx.update(reportIssues).set({ sentAt: now }).where(eq(reportIssues.id, issue.id));
  }

  private linkTo({ slug }: ClientRow, { id }: Pick<IssueRow, 'id'>): string {
    return `${this.address.known(slug)}/~/report/${this.seals.seal(purpose, id)}`;
  }

  private viewOf(client: ClientRow, issue: IssueRow): ReportIssueView {
    return {
      ...{ issueId: issue.id, month: issue.month, words: issue.words },
      href: this.linkTo(client, issue),
      ...{ madeAt: issue.madeAt.toString(), expiresAt: issue.expiresAt.toString() },
      sentAt: issue.sentAt?.toString() ?? null,
    };
  }

  private async nextOf(clientId: ClientId, { schedule }: ReportContent): Promise<Instant | null> {
    if (!schedule) return null;
    const { zone } = await this.clients.get(clientId);
    return nextReportAt(schedule.day, this.clock.now(), zone);
  }

  private async row(id: ReportId): Promise<ReportRow> {
    const [row] = await this.database.db.select().from(reports).where(eq(reports.id, id));
    if (!row) throw notFound();
    return row;
  }
}
