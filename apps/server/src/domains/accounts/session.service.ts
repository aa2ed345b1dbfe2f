import { createHash, randomBytes } from 'node:crypto';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import type { Answer } from '@plumgate/contract';
import type { api } from '@plumgate/contract';
import { and, eq, gt, lte, sql } from 'drizzle-orm';
import type { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { CONFIG, type Config } from '../../platform/config.ts';
import { deleteSome } from '../../platform/database/delete-some.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { Database } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { cookieSpec, type CookieSpec } from '../../platform/http/cookies.ts';
import { accountKey } from './account-key.ts';
import { agencies, sessions, users } from '../../records/accounts/table.ts';

/** argon2id is the library's default; memory and passes as OWASP's password storage sheet asks for at least (19 MiB, 2), from memory. */
const argon = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };
export const hashPassword = (password: string): Promise<string> => hash(password, argon);

const days = 14;

@Injectable()
export class SessionService implements OnModuleInit {
  readonly cookie: CookieSpec;
  private decoy: Promise<string> | undefined;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly housekeeping: Housekeeping,
    @Inject(CONFIG) config: Config,
  ) {
    this.cookie = cookieSpec(config, 'plumgate_session', days * 86_400);
  }

  onModuleInit(): void {
    this.housekeeping.register('sessions', (mostRows) =>
      deleteSome(this.database.db, sessions, lte(sessions.expiresAt, this.clock.now()), mostRows),
    );
  }

  /** Checks a sign-in and opens a session; gives the token for the cookie. A wrong address takes as long as a wrong password. */
  async open(email: string, password: string): Promise<{ who: CurrentUser; token: string }> {
    const [user] = await this.database.db
      .select()
      .from(users)
      .where(eq(users.email, accountKey(email)));
    this.decoy ??= hashPassword('nobody has this password');
    const good = await verify(user?.passwordHash ?? (await this.decoy), password);
    if (!user || !good) throw new AppProblem('wrong-sign-in');
    return { who: user, token: await this.openFor(user) };
  }

  async openFor(who: Pick<CurrentUser, 'id'>): Promise<string> {
    const token = randomBytes(32).toString('base64url');
    await this.database.db.insert(sessions).values({
      tokenHash: digest(token),
      userId: who.id,
      expiresAt: this.clock.now().add({ hours: 24 * days }),
    });
    return token;
  }

  async whoHas(token: string | undefined): Promise<CurrentUser | null> {
    if (!token) return null;
    const [found] = await this.database.db
      .select({
        id: users.id,
        name: users.name,
        email: users.email,
        role: users.role,
        clientId: users.clientId,
      })
      .from(sessions)
      .innerJoin(users, eq(users.id, sessions.userId))
      .where(and(eq(sessions.tokenHash, digest(token)), gt(sessions.expiresAt, this.clock.now())));
    return found ?? null;
  }

  /** Lets every session last longer by a stretch of time. */
  async extend(by: Temporal.Duration): Promise<void> {
    const seconds = by.total('seconds');
    await this.database.db
      .update(sessions)
      .set({ expiresAt: sql`${sessions.expiresAt} + make_interval(secs => ${seconds})` })
      .where(gt(sessions.expiresAt, this.clock.now().subtract(by)));
  }

  async close(token: string | undefined): Promise<void> {
    if (token) await this.database.db.delete(sessions).where(eq(sessions.tokenHash, digest(token)));
  }

  async describe(who: CurrentUser, demo: boolean): Promise<Answer<typeof api.session>> {
    const [agency] = await this.database.db.select().from(agencies);
    return { user: who, agency: { name: agency?.name ?? '', zone: agency?.zone ?? 'UTC' }, demo };
  }
}

const digest = (token: string) => createHash('sha256').update(token).digest('base64url');
