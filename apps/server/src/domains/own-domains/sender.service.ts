import { createHash, generateKeyPair } from 'node:crypto';
import { promisify } from 'node:util';
import { Inject, Injectable } from '@nestjs/common';
import type { MailDomainView, SenderView } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import {
  afterCheck,
  checkEvery,
  compareMailRecords,
  hostWords,
  mailRecords,
  readHost,
  type MailSetUp,
} from '@plumgate/core/domains';
import { senderOf, type Sender } from '@plumgate/core/emails';
import { and, asc, eq, lte } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { CONFIG, type Config } from '../../platform/config.ts';
import { Database } from '../../platform/database/database.ts';
import { DnsDoor } from '../../platform/dns/dns-door.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { clients } from '../../records/clients/table.ts';
import { mailDomains } from '../../records/own-domains/table.ts';
import { ClientService } from '../clients/client.service.ts';

type Row = typeof mailDomains.$inferSelect;

const claim = { minutes: 5 };
const makeKey = promisify(generateKeyPair);
/** RFC 8301, section 3.2: signers should use keys of at least 2048 bits. */
const keyBits = 2048;

/** From whom a client's emails come, and the domains that they are signed for once DNS says what it has to. */
@Injectable()
export class SenderService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly clients: ClientService,
    private readonly dns: DnsDoor,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async get(clientId: ClientId): Promise<SenderView> {
    const { name, slug, sender } = await this.clients.row(clientId);
    const { mailFrom: installation, replyDomain } = this.config;
    const rows = await this.database.db
      .select()
      .from(mailDomains)
      .where(eq(mailDomains.clientId, clientId))
      .orderBy(asc(mailDomains.addedAt));
    const verified = rows.filter(({ state }) => state === 'right').map(({ domain }) => domain);
    return {
      sender,
      shown: senderOf({ client: name, own: sender, verified, installation }),
      installation,
      inbox: replyDomain && `${slug}@${replyDomain}`,
      domains: rows.map((row) => this.view(row)),
    };
  }

  async save(clientId: ClientId, sender: Sender): Promise<SenderView> {
    await this.database.db.update(clients).set({ sender }).where(eq(clients.id, clientId));
    return this.get(clientId);
  }

  /** Adds a domain with a key of its own; the first look at its records is made at once. */
  async addDomain(clientId: ClientId, typed: string): Promise<MailDomainView> {
    const read = readHost(typed);
    if (!read.ok) throw badDomain(hostWords[read.problem]);
    const domain = read.value.host;
    const { publicKey, privateKey } = await makeKey('rsa', {
      modulusLength: keyBits,
      publicKeyEncoding: { type: 'spki', format: 'der' },
      privateKeyEncoding: { type: 'pkcs8', format: 'pem' },
    });
    const now = this.clock.now();
    const [made] = await this.database.db
      .insert(mailDomains)
      .values({
        ...{ clientId, domain, state: 'waiting', addedAt: now, checkDue: now, compared: [] },
        ...{ publicKey: publicKey.toString('base64'), privateKey },
        selector: selectorOf(clientId, domain),
      })
      .onConflictDoNothing()
      .returning();
    if (!made)
      throw new AppProblem('address-taken', {
        detail: 'This domain is on the list already.',
        fields: [{ field: 'body.domain', message: 'This domain is on the list already.' }],
      });
    return this.check(made);
  }

  async removeDomain(clientId: ClientId, domain: string): Promise<void> {
    const gone = await this.database.db
      .delete(mailDomains)
      .where(isOne(clientId, domain))
      .returning({ domain: mailDomains.domain });
    if (gone.length === 0) throw notFound();
  }

  /** Looks at a domain's records now. */
  async checkNow(clientId: ClientId, domain: string): Promise<MailDomainView> {
    const [row] = await this.database.db.select().from(mailDomains).where(isOne(clientId, domain));
    if (!row) throw notFound();
    return this.check(row);
  }

  /** Looks at every domain whose time has come; of several processes one does. */
  async checkDue(): Promise<void> {
    const now = this.clock.now();
    const due = await this.database.db
      .update(mailDomains)
      .set({ checkDue: now.add(claim) })
      .where(lte(mailDomains.checkDue, now))
      .returning();
    for (const row of due) await this.check(row);
  }

  private async check(row: Row): Promise<MailDomainView> {
    const setUp = this.setUpOf(row);
    const answers = await Promise.all(
      mailRecords(setUp).map(({ name, type }) => this.dns.ask(name, type)),
    );
    const records = answers.flatMap((answer) => (answer.ok ? answer.records : []));
    const isReached = answers.every(({ ok }) => ok);
    const compared = isReached ? compareMailRecords(setUp, records) : row.compared;
    const isRight = compared.length > 0 && compared.every(({ right }) => right);
    const now = this.clock.now();
    const standing = afterCheck(
      row,
      !isReached ? 'unreachable' : isRight ? 'right' : 'not-right',
      now,
    );
    const [after] = await this.database.db
      .update(mailDomains)
      .set({
        ...{ ...standing, checkedAt: now, compared },
        checkDue: now.add({ minutes: checkEvery[standing.state] }),
      })
      .where(isOne(row.clientId, row.domain))
      .returning();
    if (!after) throw notFound();
    return this.view(after);
  }

  private setUpOf({ domain, selector, publicKey }: Row): MailSetUp {
    const spf = `_spf.${this.config.mailFrom.split('@')[1]}`;
    return { domain, selector, publicKey, spf };
  }

  private view(row: Row): MailDomainView {
    return {
      ...{ domain: row.domain, state: row.state, checkedAt: row.checkedAt?.toString() ?? null },
      compared: row.compared.length > 0 ? row.compared : compareMailRecords(this.setUpOf(row), []),
    };
  }
}

const isOne = (clientId: ClientId, domain: string) =>
  and(eq(mailDomains.clientId, clientId), eq(mailDomains.domain, domain));

/** The same each time, so that a domain taken off by mistake needs one record changed; each client's own. */
const selectorOf = (clientId: ClientId, domain: string): string =>
  `pg${createHash('sha256').update(`${clientId} ${domain}`).digest('hex').slice(0, 8)}`;

const badDomain = (detail: string) =>
  new AppProblem('bad-request', { detail, fields: [{ field: 'body.domain', message: detail }] });
