import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InstantText, UserId } from '@plumgate/core/basics';
import { and, eq, isNull } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { Seal } from '../../platform/seal.ts';
import { SiteAddress } from '../../platform/site-address.ts';
import { Worker } from '../../platform/worker.ts';
import { users } from '../../records/accounts/table.ts';
import { accountKey } from './account-key.ts';
import { AccountMails, linkOver } from './account-mail.ts';
import { hashPassword, isPassword } from './passwords.ts';
import { SessionService } from './session.service.ts';
import { SignInLimits } from './sign-in-limits.ts';

const lasts = { hours: 1 };
/** Whose password, until when, and a digest of the present one: once it is changed the link is used up. */
const Reset = z.tuple([UserId, InstantText, z.string()]);

/** Changes passwords: by the present one, or by a link in an email for those who have forgotten it. */
@Injectable()
export class PasswordService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly seals: Seal,
    private readonly address: SiteAddress,
    private readonly sessions: SessionService,
    private readonly limits: SignInLimits,
    private readonly mails: AccountMails,
    private readonly worker: Worker,
  ) {}

  /** @throws AppProblem `bad-request` where the password is not somebody's present one */
  async check(id: UserId, password: string): Promise<void> {
    const allowed = await this.limits.allowProof(id);
    const [row] = await this.database.db
      .select({ passwordHash: users.passwordHash })
      .from(users)
      .where(eq(users.id, id));
    if (!(await isPassword(row?.passwordHash, password)))
      throw new AppProblem('bad-request', {
        fields: [{ field: 'body.current', message: 'This is not your present password.' }],
      });
    await allowed();
  }

  /** Sets a new password; every other browser of theirs is signed out. */
  async change(id: UserId, password: string, token: string | undefined): Promise<void> {
    const passwordHash = await hashPassword(password);
    await this.database.transaction((tx) => this.set(tx, id, passwordHash, token));
  }

  /** Every session is over with the old password, but for the one that changes it. */
  private async set(tx: Queries, id: UserId, passwordHash: string, but?: string): Promise<void> {
    await tx.update(users).set({ passwordHash }).where(eq(users.id, id));
    await this.sessions.endAll(tx, id, but);
  }

  /** Mails a link to an account; an address without one gets nothing, and nobody learns which of the two it was. */
  async forgotten(email: string): Promise<void> {
    const account = accountKey(email);
    if (!(await this.limits.mayMail(account))) return;
    await this.database.transaction(async (tx) => {
      const [user] = await tx
        .select()
        .from(users)
        .where(and(eq(users.email, account), isNull(users.removedAt), isNull(users.pausedAt)));
      if (!user) return;
      const until = this.clock.now().add(lasts).round('second');
      const said = JSON.stringify([user.id, until.toString(), digest(user.passwordHash)]);
      await this.mails.queue(tx, {
        to: user.email,
        subject: 'Choose a new password',
        body: `Hello ${user.name},\n\nsomebody, probably you, has asked for a new password. The link is good for an hour. If it was not you, do nothing: your password stays as it is.`,
        link: {
          label: 'Choose a new password',
          href: `${this.address.app()}/new-password/${this.seals.seal('password', said)}`,
        },
      });
    });
    this.worker.wake();
  }

  /**
   * Sets the password of the one the link was mailed to, and signs them out everywhere.
   *
   * @throws AppProblem `link-over` for a link that is not ours, was used, or is older than an hour
   */
  async reset(token: string, password: string): Promise<void> {
    const text = this.seals.open('password', token);
    const read = Reset.safeParse(text && JSON.parse(text)).data;
    if (!read || Temporal.Instant.compare(read[1], this.clock.now()) <= 0) throw linkOver();
    const [id, , known] = read;
    const passwordHash = await hashPassword(password);
    await this.database.transaction(async (tx) => {
      const [user] = await tx
        .select()
        .from(users)
        .where(and(eq(users.id, id), isNull(users.removedAt)))
        .for('update');
      if (!user || digest(user.passwordHash) !== known) throw linkOver();
      await this.set(tx, id, passwordHash);
    });
  }
}

const digest = (passwordHash: string): string =>
  createHash('sha256').update(passwordHash).digest('base64url').slice(0, 16);
