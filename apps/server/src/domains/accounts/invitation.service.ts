import { Injectable } from '@nestjs/common';
import type { InvitationView, InvitedView } from '@plumgate/contract';
import { InvitationId } from '@plumgate/core/basics';
import { and, desc, eq, gt, isNull } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Seal } from '../../platform/seal.ts';
import { SiteAddress } from '../../platform/site-address.ts';
import { Worker } from '../../platform/worker.ts';
import { agencies, invitations, users } from '../../records/accounts/table.ts';
import { AccountMails, linkOver } from './account-mail.ts';
import { accountKey } from './account-key.ts';
import { AccountService, hasAccount } from './account.service.ts';
import { hashPassword } from './passwords.ts';
import { checkAccess, type Access } from './access.ts';

type Row = typeof invitations.$inferSelect;

/** A week: long enough for somebody on holiday, short for a link that opens an account. */
const lasts = { hours: 24 * 7 };
const isOpen = and(isNull(invitations.acceptedAt), isNull(invitations.revokedAt));

/** Accounts that are offered by email: the link is sealed, opens one account and ends after a week. */
@Injectable()
export class InvitationService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly seals: Seal,
    private readonly address: SiteAddress,
    private readonly accounts: AccountService,
    private readonly mails: AccountMails,
    private readonly worker: Worker,
  ) {}

  /** Those that nobody has accepted, the newest first; an expired one can be sent again. */
  async open(): Promise<InvitationView[]> {
    const rows = await this.database.db
      .select()
      .from(invitations)
      .where(isOpen)
      .orderBy(desc(invitations.createdAt));
    return rows.map((row) => this.view(row));
  }

  /**
   * Invites somebody, by a link in an email.
   *
   * @throws AppProblem `bad-request` where the address has an account or is invited already
   */
  async invite(
    by: CurrentUser,
    given: Access & { email: string; name: string },
  ): Promise<InvitationView> {
    const email = accountKey(given.email);
    const row = await this.database.transaction(async (tx) => {
      const clientIds = await checkAccess(tx, given);
      const [known] = await tx
        .select({ id: users.id })
        .from(users)
        .where(and(eq(users.email, email), isNull(users.removedAt)));
      if (known) throw hasAccount();
      const now = this.clock.now();
      const [made] = await tx
        .insert(invitations)
        .values({
          ...{ id: this.ids.next<InvitationId>(), email, name: given.name, role: given.role },
          ...{ clientIds, invitedBy: by.name },
          ...{ createdAt: now, expiresAt: now.add(lasts) },
        })
        .onConflictDoNothing()
        .returning();
      if (!made)
        throw new AppProblem('bad-request', {
          fields: [
            {
              field: 'body.email',
              message: 'They are invited already. Send that invitation again.',
            },
          ],
        });
      await this.mail(tx, made);
      return made;
    });
    this.worker.wake();
    return this.view(row);
  }

  /** Sends an open invitation again; its week begins anew. */
  async resend(id: InvitationId): Promise<InvitationView> {
    const row = await this.database.transaction(async (tx) => {
      const [changed] = await tx
        .update(invitations)
        .set({ expiresAt: this.clock.now().add(lasts) })
        .where(and(eq(invitations.id, id), isOpen))
        .returning();
      if (!changed) throw notFound();
      await this.mail(tx, changed);
      return changed;
    });
    this.worker.wake();
    return this.view(row);
  }

  /** From now on its link opens nothing. */
  async revoke(id: InvitationId): Promise<void> {
    const gone = await this.database.db
      .update(invitations)
      .set({ revokedAt: this.clock.now() })
      .where(and(eq(invitations.id, id), isOpen))
      .returning({ id: invitations.id });
    if (gone.length === 0) throw notFound();
  }

  /**
   * What an invitation offers, to the one who has its link.
   *
   * @throws AppProblem `link-over` for a link that is not ours, was used or withdrawn, or is too old
   */
  async read(token: string): Promise<InvitedView> {
    const [row] = await this.database.db
      .select()
      .from(invitations)
      .where(and(eq(invitations.id, this.idIn(token)), isOpen, this.isFresh()));
    if (!row) throw linkOver();
    const { email, name, role, invitedBy } = row;
    return { email, name, role, invitedBy, agency: await this.agencyName(this.database.db) };
  }

  /** Makes the account, once; gives its email address. */
  async accept(token: string, given: { name: string; password: string }): Promise<string> {
    const id = this.idIn(token);
    const passwordHash = await hashPassword(given.password);
    return this.database.transaction(async (tx) => {
      const [row] = await tx
        .update(invitations)
        .set({ acceptedAt: this.clock.now() })
        .where(and(eq(invitations.id, id), isOpen, this.isFresh()))
        .returning();
      if (!row) throw linkOver();
      const { email, role, clientIds } = row;
      const name = given.name || row.name;
      await this.accounts.add(tx, { email, role, clientIds, name }, passwordHash);
      return email;
    });
  }

  private isFresh = () => gt(invitations.expiresAt, this.clock.now());

  private idIn(token: string): InvitationId {
    const id = InvitationId.safeParse(this.seals.open('invitation', token)).data;
    if (!id) throw linkOver();
    return id;
  }

  private async mail(tx: Queries, row: Row): Promise<void> {
    const agency = await this.agencyName(tx);
    await this.mails.queue(tx, {
      to: row.email,
      subject: `Your account at ${agency}`,
      body: `Hello ${row.name},\n\n${row.invitedBy} invites you to work with ${agency} in Plum Gate. Choose a password to begin. The link is good until ${untilWords(row)}, for you alone.`,
      link: { label: 'Choose a password', href: this.linkOf(row.id) },
    });
  }

  private linkOf(id: InvitationId): string {
    return `${this.address.app()}/invitation/${this.seals.seal('invitation', id)}`;
  }

  private view(row: Row): InvitationView {
    const { id, email, name, role, clientIds, invitedBy, createdAt, expiresAt } = row;
    return {
      ...{ id, email, name, role, clients: clientIds, invitedBy },
      createdAt: createdAt.toString(),
      expiresAt: expiresAt.toString(),
      isOver: Temporal.Instant.compare(expiresAt, this.clock.now()) <= 0,
      link: this.linkOf(id),
    };
  }

  private async agencyName(db: Queries): Promise<string> {
    const [agency] = await db.select({ name: agencies.name }).from(agencies);
    return agency!.name;
  }
}

const untilWords = ({ expiresAt }: Row): string =>
  expiresAt
    .toZonedDateTimeISO('UTC')
    .toLocaleString('en-US', { day: 'numeric', month: 'long', year: 'numeric' });
