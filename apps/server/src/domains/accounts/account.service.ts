import { countryOfZone, currencyOfCountry, localeOfCountry } from '@plumgate/core/clients';
import { Injectable } from '@nestjs/common';
import type { Role } from '@plumgate/contract';
import type { ClientId, UserId } from '@plumgate/core/basics';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { accountKey } from './account-key.ts';
import { hashPassword } from './session.service.ts';
import { agencies, users } from '../../records/accounts/table.ts';

export interface NewUser {
  name: string;
  email: string;
  password: string;
  role: Role;
  clientId: ClientId | null;
}

@Injectable()
export class AccountService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
  ) {}

  async isSetUp(): Promise<boolean> {
    return (await this.database.db.select().from(agencies)).length > 0;
  }

  /** Creates the agency with its owner, once: the database has room for one agency. */
  async setUp(
    agency: { name: string; zone: string },
    owner: Omit<NewUser, 'role' | 'clientId'>,
  ): Promise<UserId> {
    const passwordHash = await hashPassword(owner.password);
    const country = countryOfZone(agency.zone);
    return this.database.transaction(async (tx) => {
      const made = await tx
        .insert(agencies)
        .values({
          ...agency,
          country,
          locale: localeOfCountry(country),
          currency: currencyOfCountry(country),
          createdAt: this.clock.now(),
        })
        .onConflictDoNothing()
        .returning();
      if (made.length === 0) throw new AppProblem('already-set-up');
      const id = this.ids.next<UserId>();
      await tx.insert(users).values({
        id,
        name: owner.name,
        email: accountKey(owner.email),
        role: 'owner',
        clientId: null,
        passwordHash,
      });
      return id;
    });
  }

  async addUser(user: NewUser): Promise<UserId> {
    const id = this.ids.next<UserId>();
    const { password, ...rest } = user;
    await this.database.db.insert(users).values({
      ...rest,
      id,
      email: accountKey(user.email),
      passwordHash: await hashPassword(password),
    });
    return id;
  }
}
