import { createHash, randomBytes } from 'node:crypto';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import type { Answer, api, SessionView } from '@plumgate/contract';
import type { SessionId, UserId } from '@plumgate/core/basics';
import { truncate } from '@plumgate/core/basics';
import { and, desc, eq, gt, isNull, lte, ne, sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { CONFIG, type Config } from '../../platform/config.ts';
import { deleteSome } from '../../platform/database/delete-some.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { cookieSpec, type CookieSpec } from '../../platform/http/cookies.ts';
import { agencies, sessions, users } from '../../records/accounts/table.ts';
import { currentUser } from './users.ts';

const days = 14;
/** How stale "last seen" may be: so often a session's row is written at most. */
const seenEvery = { minutes: 5 };

/** Where somebody signs in from. */
export interface SignInPlace {
  /** What the browser calls itself. */
  browser: string;
  address: string;
}

/** The browsers that are signed in, and for which users. */
@Injectable()
export class SessionService implements OnModuleInit {
  readonly cookie: CookieSpec;

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

  /** Opens a session; gives the token for its cookie. */
  async open(user: UserId, { browser, address }: SignInPlace): Promise<string> {
    const token = randomBytes(32).toString('base64url');
    const now = this.clock.now();
    await this.database.db.insert(sessions).values({
      tokenHash: digest(token),
      userId: user,
      browser: truncate(browser, 300),
      address,
      startedAt: now,
      seenAt: now,
      expiresAt: now.add({ hours: 24 * days }),
    });
    return token;
  }

  /** Who has the token; null for nobody, and for a user who was paused or has left. */
  async whoHas(token: string | undefined): Promise<CurrentUser | null> {
    if (!token) return null;
    const now = this.clock.now();
    const [found] = await this.database.db
      .select({ user: currentUser, seenAt: sessions.seenAt })
      .from(sessions)
      .innerJoin(users, eq(users.id, sessions.userId))
      .where(
        and(
          eq(sessions.tokenHash, digest(token)),
          gt(sessions.expiresAt, now),
          isNull(users.pausedAt),
          isNull(users.removedAt),
        ),
      );
    if (!found) return null;
    if (Temporal.Instant.compare(found.seenAt.add(seenEvery), now) < 0)
      await this.database.db
        .update(sessions)
        .set({ seenAt: now })
        .where(eq(sessions.tokenHash, digest(token)));
    return found.user;
  }

  /** Somebody's sessions, the one seen last first; `token` is that of the one who asks. */
  async list(user: UserId, token: string | undefined): Promise<SessionView[]> {
    const rows = await this.database.db
      .select()
      .from(sessions)
      .where(and(eq(sessions.userId, user), gt(sessions.expiresAt, this.clock.now())))
      .orderBy(desc(sessions.seenAt));
    return rows.map(({ id, tokenHash, browser, address, startedAt, seenAt }) => ({
      ...{ id, browser, address, isThis: !!token && tokenHash === digest(token) },
      startedAt: startedAt.toString(),
      seenAt: seenAt.toString(),
    }));
  }

  /** Ends one of somebody's sessions. */
  async end(user: UserId, id: SessionId): Promise<void> {
    const gone = await this.database.db
      .delete(sessions)
      .where(and(eq(sessions.userId, user), eq(sessions.id, id)))
      .returning({ id: sessions.id });
    if (gone.length === 0) throw notFound();
  }

  /** Ends all of somebody's sessions, or all but the one with a token. */
  async endAll(db: Queries, user: UserId, but?: string): Promise<void> {
    const others = but ? ne(sessions.tokenHash, digest(but)) : undefined;
    await db.delete(sessions).where(and(eq(sessions.userId, user), others));
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

  async describe(
    who: CurrentUser,
    { demo, textPrice }: Pick<Config, 'demo' | 'textPrice'>,
  ): Promise<Answer<typeof api.session>> {
    const [agency] = await this.database.db.select().from(agencies);
    const { name, zone } = agency ?? { name: '', zone: 'UTC' };
    return { user: who, agency: { name, zone, textPrice }, demo };
  }
}

const digest = (token: string) => createHash('sha256').update(token).digest('base64url');
