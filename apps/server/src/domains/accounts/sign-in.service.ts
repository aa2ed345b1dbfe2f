import { Injectable } from '@nestjs/common';
import { and, eq, isNull } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { users } from '../../records/accounts/table.ts';
import { accountKey } from './account-key.ts';
import { isPassword } from './passwords.ts';
import { SignInLimits } from './sign-in-limits.ts';
import { SecondFactorService } from './second-factor.service.ts';
import { currentUser } from './users.ts';

/** Finds out whether somebody is who they say. */
@Injectable()
export class SignInService {
  constructor(
    private readonly database: Database,
    private readonly secondFactor: SecondFactorService,
    private readonly limits: SignInLimits,
  ) {}

  /**
   * Checks a sign-in. A wrong address takes as long as a wrong password; whether an account is paused or asks for a code
   * is told only to those who have its password.
   *
   * @throws AppProblem `wrong-sign-in`, `account-paused`, `second-factor-needed` or `wrong-second-factor`
   */
  async check(email: string, password: string, code: string): Promise<CurrentUser> {
    const [user] = await this.database.db
      .select({
        who: currentUser,
        passwordHash: users.passwordHash,
        totpSecret: users.totpSecret,
        secondFactorAt: users.secondFactorAt,
        pausedAt: users.pausedAt,
      })
      .from(users)
      .where(and(eq(users.email, accountKey(email)), isNull(users.removedAt)));
    if (!(await isPassword(user?.passwordHash, password)) || !user)
      throw new AppProblem('wrong-sign-in');
    if (user.pausedAt) throw new AppProblem('account-paused');
    if (user.secondFactorAt) {
      if (!code) throw new AppProblem('second-factor-needed');
      const { id } = user.who;
      const wasGood = await this.limits.allowProof(id);
      if (!(await this.secondFactor.use({ id, totpSecret: user.totpSecret }, code)))
        throw new AppProblem('wrong-second-factor');
      await wasGood();
    }
    return user.who;
  }
}
