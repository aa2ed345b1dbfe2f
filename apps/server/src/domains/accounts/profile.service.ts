import { Injectable } from '@nestjs/common';
import type { ProfileView } from '@plumgate/contract';
import type { UserId } from '@plumgate/core/basics';
import type { NoticeSettings } from '@plumgate/core/staff';
import { eq } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { uniqueViolation, sqlState } from '../../platform/database/sql-state.ts';
import { users } from '../../records/accounts/table.ts';
import { accountKey } from './account-key.ts';
import { hasAccount } from './account.service.ts';

/** Somebody's own account, as they see and change it. */
@Injectable()
export class ProfileService {
  constructor(private readonly database: Database) {}

  async get(id: UserId): Promise<ProfileView> {
    const [row] = await this.database.db.select().from(users).where(eq(users.id, id));
    const { name, email, phone, zone, onDuty, notices, secondFactorAt, recoveryCodes } = row!;
    return {
      ...{ name, email, phone, zone, onDuty, notices },
      hasSecondFactor: secondFactorAt !== null,
      recoveryCodesLeft: recoveryCodes.length,
    };
  }

  async saveNotices(id: UserId, notices: NoticeSettings): Promise<void> {
    await this.database.db.update(users).set({ notices }).where(eq(users.id, id));
  }

  /** @throws AppProblem `bad-request` where the email address is somebody else's */
  async save(
    id: UserId,
    { email, ...rest }: { name: string; email: string; phone: string; zone: string },
  ): Promise<void> {
    try {
      await this.database.db
        .update(users)
        .set({ ...rest, email: accountKey(email) })
        .where(eq(users.id, id));
    } catch (error) {
      if (sqlState(error) === uniqueViolation) throw hasAccount();
      throw error;
    }
  }
}
