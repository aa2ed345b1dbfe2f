import { createHash, randomInt } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { UserId } from '@plumgate/core/basics';
import { and, eq, isNotNull, isNull, lt, or, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { agencies, users } from '../../records/accounts/table.ts';
import { newTotpSecret, totpStepOf, totpUri } from './totp.ts';

const recoveryCodeCount = 10;
/** Letters and digits that nobody takes for one another. */
const signs = 'abcdefghjkmnpqrstuvwxyz23456789';

/** The second thing that a sign-in asks for: a code of an authenticator app, or one of ten recovery codes. */
@Injectable()
export class SecondFactorService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /** Makes a secret for an app to take; it counts once `confirm` has seen a code of it. */
  async begin(who: CurrentUser): Promise<{ secret: string; uri: string }> {
    const secret = newTotpSecret();
    const made = await this.database.db
      .update(users)
      .set({ totpSecret: secret, totpStep: null })
      .where(and(eq(users.id, who.id), isNull(users.secondFactorAt)))
      .returning({ id: users.id });
    if (made.length === 0)
      throw new AppProblem('bad-request', { detail: 'It is on already. Turn it off first.' });
    const [agency] = await this.database.db.select({ name: agencies.name }).from(agencies);
    return { secret, uri: totpUri(secret, who.email, agency?.name ?? '') };
  }

  /** Turns it on by a code of the app; gives the recovery codes, which are shown this once. */
  async confirm(user: UserId, code: string): Promise<string[]> {
    const [row] = await this.database.db.select().from(users).where(eq(users.id, user));
    const step = row?.totpSecret ? totpStepOf(row.totpSecret, code, this.clock.now()) : null;
    if (step === null) throw new AppProblem('wrong-second-factor');
    const codes = Array.from({ length: recoveryCodeCount }, recoveryCode);
    await this.database.db
      .update(users)
      .set({
        secondFactorAt: this.clock.now(),
        totpStep: step,
        recoveryCodes: codes.map((one) => digest(one)),
      })
      .where(eq(users.id, user));
    return codes;
  }

  async turnOff(user: UserId): Promise<void> {
    await this.database.db
      .update(users)
      .set({ secondFactorAt: null, totpSecret: null, totpStep: null, recoveryCodes: [] })
      .where(eq(users.id, user));
  }

  /** Uses a code up: one of the app whose time has come and that was not used before, or a recovery code that is left. */
  async use(user: { id: UserId; totpSecret: string | null }, code: string): Promise<boolean> {
    const typed = code.toLowerCase().replace(/[^a-z0-9]/g, '');
    const { db } = this.database;
    const step = /^\d{6}$/.test(typed)
      ? totpStepOf(user.totpSecret ?? '', typed, this.clock.now())
      : null;
    const isFree =
      step === null
        ? sql`${digest(typed)} = any(${users.recoveryCodes})`
        : or(isNull(users.totpStep), lt(users.totpStep, step));
    const used = await db
      .update(users)
      .set(
        step === null
          ? { recoveryCodes: sql`array_remove(${users.recoveryCodes}, ${digest(typed)})` }
          : { totpStep: step },
      )
      .where(and(eq(users.id, user.id), isNotNull(users.secondFactorAt), isFree))
      .returning({ id: users.id });
    return used.length > 0;
  }
}

/** Ten signs, about 49 bits, as `k7qm2-xwd4h`. */
function recoveryCode(): string {
  const half = () => Array.from({ length: 5 }, () => signs[randomInt(signs.length)]).join('');
  return `${half()}-${half()}`;
}

/** What is typed with or without its hyphen is the same code. */
const digest = (code: string): string =>
  createHash('sha256').update(code.replace(/-/g, '')).digest('base64url');
