import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { DomainView } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import {
  afterCheck,
  checkEvery,
  compareRecords,
  hostWords,
  isServed,
  readHost,
  recordsNeeded,
  servedUntil,
  type DnsRecord,
} from '@plumgate/core/domains';
import { and, asc, eq, lte } from 'drizzle-orm';
import { ClientService } from '../clients/client.service.ts';
import { clients } from '../../records/clients/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { DnsDoor } from '../../platform/dns/dns-door.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { PinoLogger } from '../../platform/logging.ts';
import { SiteAddress } from '../../platform/site-address.ts';
import { SiteVersions } from '../clients/site-versions.ts';
import { SenderService } from './sender.service.ts';
import { domains } from '../../records/own-domains/table.ts';

type DomainRow = typeof domains.$inferSelect;

const claim = { minutes: 5 };

/** Clients' own hosts: added, checked through DNS until their records are right, and watched from then on. */
@Injectable()
export class DomainService {
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly clients: ClientService,
    private readonly address: SiteAddress,
    private readonly dns: DnsDoor,
    private readonly sites: SiteVersions,
    private readonly senders: SenderService,
    private readonly log: PinoLogger,
  ) {}

  /** Reads which hosts are served, and watches from now on what falls due. */
  async start(): Promise<void> {
    await this.readServed();
    // Pages name the host they are known by, so this comes before they are made again.
    this.sites.onChange(({ clientSlug }) => this.readServed(clientSlug), { first: true });
    this.timer = setInterval(() => this.watch(), 30_000);
    this.timer.unref();
  }

  /** Serves what the database says is served: of one client, or of all. */
  private async readServed(clientSlug?: string): Promise<void> {
    const rows = await this.database.db
      .select({ domain: domains, slug: clients.slug })
      .from(domains)
      .innerJoin(clients, eq(clients.id, domains.clientId))
      .where(clientSlug === undefined ? undefined : eq(clients.slug, clientSlug))
      .orderBy(asc(domains.addedAt));
    const served = rows.filter(({ domain }) => isServed(domain.state));
    if (clientSlug !== undefined)
      this.address.serveOnly(
        clientSlug,
        served.map(({ domain }) => domain.host),
      );
    else for (const { domain, slug } of served) this.address.serve(domain.host, slug);
  }

  private watch(): void {
    this.checkDue().catch((error: unknown) =>
      this.log.error({ err: error }, 'checking hosts failed'),
    );
  }

  stop(): void {
    clearInterval(this.timer);
  }

  async list(clientId: ClientId): Promise<DomainView[]> {
    const client = await this.clients.row(clientId);
    const rows = await this.database.db
      .select()
      .from(domains)
      .where(eq(domains.clientId, clientId))
      .orderBy(asc(domains.addedAt));
    return rows.map((row) => this.view(row, client.slug));
  }

  /** Adds a host to a client; the first look at its records is made at once. */
  async add(clientId: ClientId, typed: string): Promise<DomainView> {
    const { slug } = await this.clients.row(clientId);
    const read = readHost(typed);
    if (!read.ok) throw badHost(hostWords[read.problem]);
    const { host, shown } = read.value;
    if (this.address.isOurs(host))
      throw badHost('This domain belongs to Plum Gate itself. Enter one of the client’s.');
    const now = this.clock.now();
    const made = await this.database.db
      .insert(domains)
      .values({
        host,
        shown,
        clientId,
        proof: proofOf(clientId, host),
        state: 'waiting',
        addedAt: now,
        checkDue: now,
        compared: [],
      })
      .onConflictDoNothing()
      .returning();
    if (made.length === 0) {
      const other = await this.row(host);
      throw new AppProblem('address-taken', {
        detail:
          other.clientId === clientId
            ? 'This domain is on the list already.'
            : 'Another client has this domain. A domain can lead to one client only.',
        fields: [{ field: 'body.host', message: 'This domain is taken.' }],
      });
    }
    return this.check(host, slug);
  }

  async remove(clientId: ClientId, host: string): Promise<void> {
    await this.database.transaction(async (tx) => {
      const gone = await tx
        .delete(domains)
        .where(and(eq(domains.host, host), eq(domains.clientId, clientId)))
        .returning();
      if (gone.length === 0) throw notFound();
      await this.sites.changed(tx, clientId);
    });
  }

  /** Looks at a host's records now. */
  async checkNow(clientId: ClientId, host: string): Promise<DomainView> {
    const row = await this.row(host);
    if (row.clientId !== clientId) throw notFound();
    const { slug } = await this.clients.row(clientId);
    return this.check(host, slug);
  }

  /** Looks at every host whose time has come, and at the domains that emails come from. */
  async checkDue(): Promise<void> {
    const now = this.clock.now();
    // Claimed by putting them off, so that of several processes one looks; where that one dies, another does later.
    const due = await this.database.db
      .update(domains)
      .set({ checkDue: now.add(claim) })
      .from(clients)
      .where(and(eq(clients.id, domains.clientId), lte(domains.checkDue, now)))
      .returning({ host: domains.host, slug: clients.slug });
    for (const { host, slug } of due) await this.check(host, slug);
    await this.senders.checkDue();
  }

  private async check(host: string, slug: string): Promise<DomainView> {
    const before = await this.row(host);
    const needed = this.needed(before, slug);
    const answers = await Promise.all(
      needed.flatMap(({ name, type }) => recordTypes(type).map((one) => this.dns.ask(name, one))),
    );
    const reached = answers.flatMap((answer) => (answer.ok ? [answer.records] : []));
    const compared = compareRecords(needed, reached.flat());
    const found =
      reached.length < answers.length
        ? 'unreachable'
        : compared.every(({ right }) => right)
          ? 'right'
          : 'not-right';
    const now = this.clock.now();
    const standing = afterCheck(before, found, now);
    const after = await this.database.transaction(async (tx) => {
      const [after] = await tx
        .update(domains)
        .set({
          ...standing,
          checkedAt: now,
          checkDue: now.add({ minutes: checkEvery[standing.state] }),
          ...(found !== 'unreachable' && { compared }),
        })
        .where(eq(domains.host, host))
        .returning();
      if (!after) throw notFound();
      if (isServed(before.state) !== isServed(after.state))
        await this.sites.changed(tx, after.clientId);
      return after;
    });
    return this.view(after, slug);
  }

  private needed({ host, shown, proof }: DomainRow, slug: string): DnsRecord[] {
    const read = readHost(shown);
    const isApex = read.ok && read.value.isApex;
    return recordsNeeded({ host, isApex }, slug, proof, this.address.target());
  }

  private async row(host: string): Promise<DomainRow> {
    const [row] = await this.database.db.select().from(domains).where(eq(domains.host, host));
    if (!row) throw notFound();
    return row;
  }

  private view(row: DomainRow, slug: string): DomainView {
    const compared =
      row.compared.length > 0 ? row.compared : compareRecords(this.needed(row, slug), []);
    return {
      host: row.host,
      shown: row.shown,
      state: row.state,
      checkedAt: row.checkedAt?.toString() ?? null,
      servedUntil: servedUntil(row)?.toString() ?? null,
      compared,
    };
  }
}

/**
 * What the owner of a registered name writes into its DNS. It names the client, so that another client's proof is none,
 * and is the same each time, so that a host that was taken off by mistake is right again as soon as it is back.
 */
const proofOf = (clientId: ClientId, host: string) =>
  `plumgate=${createHash('sha256').update(`${clientId} ${host}`).digest('base64url').slice(0, 16)}`;

/** Where a CNAME is wanted, an A record that stands instead is worth telling. */
const recordTypes = (type: DnsRecord['type']): DnsRecord['type'][] =>
  type === 'CNAME' ? ['CNAME', 'A'] : [type];

const badHost = (detail: string) =>
  new AppProblem('bad-request', { detail, fields: [{ field: 'body.host', message: detail }] });
