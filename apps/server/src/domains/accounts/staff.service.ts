import { Injectable } from '@nestjs/common';
import type { StaffHoldings, UserView } from '@plumgate/contract';
import type { ClientId, Instant, UserId } from '@plumgate/core/basics';
import type { Week } from '@plumgate/core/opening';
import { and, asc, eq, isNull, notInArray, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { agencies, sessions, userClients, users } from '../../records/accounts/table.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { clients } from '../../records/clients/table.ts';
import { people } from '../../records/people/table.ts';
import { tasks } from '../../records/people/tasks.table.ts';
import { checkAccess, type Access } from './access.ts';
import { workHandedOver } from './account-events.ts';
import { addClients } from './account.service.ts';
import { SessionService } from './session.service.ts';
import { currentUser } from './users.ts';

/** What an owner can change of somebody. */
export type StaffChange = Partial<Access & { onDuty: Week | null; zone: string }>;

/** The people of the agency and of its clients: what they may do, when they are on duty, and what becomes of their work as they go. */
@Injectable()
export class StaffService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly sessions: SessionService,
  ) {}

  /** Everybody who has not left, by name. */
  async list(): Promise<UserView[]> {
    const rows = await this.database.db
      .select({
        ...currentUser,
        phone: users.phone,
        onDuty: users.onDuty,
        zone: users.zone,
        pausedAt: users.pausedAt,
        hasSecondFactor: sql<boolean>`${users.secondFactorAt} is not null`,
        seenAt: sql<
          string | null
        >`(select to_char(max(s.seen_at) at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') from ${sessions} as s where s.user_id = users.id)`,
      })
      .from(users)
      .where(isNull(users.removedAt))
      .orderBy(asc(users.name), asc(users.id));
    return rows.map(({ clientIds, pausedAt, ...row }) => ({
      ...row,
      clients: clientIds,
      isPaused: pausedAt !== null,
    }));
  }

  /**
   * Changes what somebody may do and when they are on duty. Work for clients that they lose goes to nobody.
   *
   * @throws AppProblem `not-found`; `last-owner` where nobody would be left to manage the agency
   */
  async change(by: CurrentUser, id: UserId, change: StaffChange): Promise<void> {
    await this.database.transaction(async (tx) => {
      const before = await this.locked(tx, id);
      const { role = before.role, clients: chosen = before.clientIds } = change;
      const clientIds = await checkAccess(tx, { role, clients: chosen });
      const { onDuty = before.onDuty, zone = before.zone } = change;
      await tx
        .update(users)
        .set({ role, allClients: clientIds === null, onDuty, zone })
        .where(eq(users.id, id));
      await tx.delete(userClients).where(eq(userClients.userId, id));
      await addClients(tx, id, clientIds ?? []);
      await this.mustKeepAnOwner(tx);
      if (clientIds !== null) await this.handOver(tx, by, id, null, await allBut(tx, clientIds));
    });
  }

  /** What somebody looks after: so many people and open tasks, by client. */
  async holdings(id: UserId): Promise<StaffHoldings> {
    const { db } = this.database;
    const [leads, open] = await Promise.all([
      db
        .select({ clientId: people.clientId, count: sql<number>`count(*)`.mapWith(Number) })
        .from(people)
        .where(and(eq(people.assigneeId, id), isNull(people.removedAt)))
        .groupBy(people.clientId),
      db
        .select({ clientId: tasks.clientId, count: sql<number>`count(*)`.mapWith(Number) })
        .from(tasks)
        .where(and(eq(tasks.assigneeId, id), isNull(tasks.doneAt)))
        .groupBy(tasks.clientId),
    ]);
    const named = await db.select({ id: clients.id, name: clients.name }).from(clients);
    return {
      clients: named
        .map(({ id: clientId, name }) => ({
          ...{ id: clientId, name },
          people: leads.find((row) => row.clientId === clientId)?.count ?? 0,
          tasks: open.find((row) => row.clientId === clientId)?.count ?? 0,
        }))
        .filter((row) => row.people + row.tasks > 0)
        .sort((a, b) => a.name.localeCompare(b.name)),
    };
  }

  /** Signs somebody out and keeps them out until resumed; their work goes to `to`, or stays theirs. */
  async pause(by: CurrentUser, id: UserId, to: UserId | null): Promise<void> {
    await this.leave(by, id, to, { pausedAt: this.clock.now() });
  }

  async resume(id: UserId): Promise<void> {
    await this.database.transaction(async (tx) => {
      await this.locked(tx, id);
      await tx.update(users).set({ pausedAt: null }).where(eq(users.id, id));
    });
  }

  /** Takes somebody's account away for good; their work goes to `to`, or to nobody. */
  async remove(by: CurrentUser, id: UserId, to: UserId | null): Promise<void> {
    await this.leave(by, id, to, { removedAt: this.clock.now() });
  }

  private async leave(
    by: CurrentUser,
    id: UserId,
    to: UserId | null,
    how: { pausedAt: Instant } | { removedAt: Instant },
  ): Promise<void> {
    if (id === by.id)
      throw new AppProblem('bad-request', { detail: 'Nobody can do this to their own account.' });
    await this.database.transaction(async (tx) => {
      await this.locked(tx, id);
      if (to) await this.locked(tx, to);
      await tx.update(users).set(how).where(eq(users.id, id));
      await this.mustKeepAnOwner(tx);
      await this.sessions.endAll(tx, id);
      if (to || 'removedAt' in how) await this.handOver(tx, by, id, to, null);
    });
  }

  private async handOver(
    tx: Queries,
    by: CurrentUser,
    from: UserId,
    to: UserId | null,
    only: readonly ClientId[] | null,
  ): Promise<void> {
    const effects = this.causes.begin();
    effects.raise(workHandedOver, { from, to, only, by: by.name, at: this.clock.now() });
    await effects.write(tx);
  }

  private async locked(tx: Queries, id: UserId) {
    // One lock for all changes of accounts: two owners can't take each other's place away at the same moment.
    await tx.select({ only: agencies.only }).from(agencies).for('update');
    const [row] = await tx
      .select({ ...currentUser, onDuty: users.onDuty, zone: users.zone })
      .from(users)
      .where(and(eq(users.id, id), isNull(users.removedAt)));
    if (!row) throw notFound();
    return row;
  }

  private async mustKeepAnOwner(tx: Queries): Promise<void> {
    const [row] = await tx
      .select({ owners: sql<number>`count(*)`.mapWith(Number) })
      .from(users)
      .where(and(eq(users.role, 'owner'), isNull(users.pausedAt), isNull(users.removedAt)));
    if (row!.owners === 0) throw new AppProblem('last-owner');
  }
}

async function allBut(tx: Queries, kept: readonly ClientId[]): Promise<ClientId[]> {
  const rows = await tx
    .select({ id: clients.id })
    .from(clients)
    .where(notInArray(clients.id, [...kept]));
  return rows.map(({ id }) => id);
}
