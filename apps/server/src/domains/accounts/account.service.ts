import { countryOfZone, currencyOfCountry, localeOfCountry } from '@plumgate/core/clients';
import { Injectable } from '@nestjs/common';
import type { Role } from '@plumgate/contract';
import type { ClientId, UserId } from '@plumgate/core/basics';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { agencies, userClients, users } from '../../records/accounts/table.ts';
import { accountKey } from './account-key.ts';
import { hashPassword } from './passwords.ts';

export interface NewUser {
  name: string;
  email: string;
  password: string;
  role: Role;
  /** The clients they work for; null for all. */
  clientIds: readonly ClientId[] | null;
}

/** Sets the agency up and adds accounts to it. */
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
    owner: Omit<NewUser, 'role' | 'clientIds'>,
  ): Promise<UserId> {
    const country = countryOfZone(agency.zone);
    const passwordHash = await hashPassword(owner.password);
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
      return this.add(tx, { ...owner, role: 'owner', clientIds: null }, passwordHash);
    });
  }

  async addUser(user: NewUser): Promise<UserId> {
    const passwordHash = await hashPassword(user.password);
    return this.database.transaction((tx) => this.add(tx, user, passwordHash));
  }

  /**
   * Adds an account, in the agency's zone.
   *
   * @throws AppProblem `bad-request` where the email address has an account
   */
  async add(
    tx: Queries,
    { name, email, role, clientIds }: Omit<NewUser, 'password'>,
    passwordHash: string,
  ): Promise<UserId> {
    const [agency] = await tx.select({ zone: agencies.zone }).from(agencies);
    const id = this.ids.next<UserId>();
    const made = await tx
      .insert(users)
      .values({
        ...{ id, name, role, passwordHash, email: accountKey(email), createdAt: this.clock.now() },
        ...{ allClients: clientIds === null, zone: agency!.zone },
      })
      .onConflictDoNothing()
      .returning({ id: users.id });
    if (made.length === 0) throw hasAccount();
    await addClients(tx, id, clientIds ?? []);
    return id;
  }
}

/** Adds clients to those that somebody works for who doesn't work for all. */
export async function addClients(
  tx: Queries,
  userId: UserId,
  clientIds: readonly ClientId[],
): Promise<void> {
  if (clientIds.length > 0)
    await tx.insert(userClients).values(clientIds.map((clientId) => ({ userId, clientId })));
}

export const hasAccount = (): AppProblem =>
  new AppProblem('bad-request', {
    fields: [{ field: 'body.email', message: 'Someone with this email address has an account.' }],
  });
