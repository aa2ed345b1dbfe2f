import { Injectable } from '@nestjs/common';
import type { Answered, api, InputOf } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { noConditions, type Conditions } from '@plumgate/core/conditions';
import { isOpen } from '@plumgate/core/opening';
import { and, eq, isNull, sql, type SQL } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { isDataError } from '../../platform/database/sql-state.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { cannotGoOn } from '../../platform/http/cursor.ts';
import { users } from '../../records/accounts/table.ts';
import { clients } from '../../records/clients/table.ts';
import { conditionsSql, type Asking } from '../../records/conditions/conditions-sql.ts';
import { summary, wire } from '../../records/people/person-summary.ts';
import { people } from '../../records/people/table.ts';
import { sortCursor, sortedBy } from './people-sorts.ts';

/** Up to so many people are counted; of more the planner's estimate is given. */
const mostCounted = 10_000;

/** Who of a client's people is asked for, and how the list goes on. */
type Query = InputOf<typeof api.queryPeople>['body'];

/** Lists of a client's people: those that match conditions, sorted, page by page, with their number. */
@Injectable()
export class PeopleList {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  async query(clientId: ClientId, query: Query): Promise<Answered<typeof api.queryPeople>> {
    const { db } = this.database;
    const among = await this.among(clientId, query.conditions, query.search);
    const sorted = sortedBy(query.sort);
    const [rows, total] = await Promise.all([
      db
        .select({ ...summary, sortedBy: sorted.value })
        .from(people)
        .leftJoin(users, eq(users.id, people.assigneeId))
        .where(and(among, sorted.after(query.after)))
        .orderBy(sorted.orderBy)
        .limit(query.limit + 1),
      this.counted(among),
    ]).catch((error: unknown) => {
      throw query.after && isDataError(error) ? cannotGoOn() : error;
    });
    const shown = rows.slice(0, query.limit);
    const last = shown.at(-1);
    return {
      people: shown.map(({ sortedBy: _value, ...row }) => wire(row)),
      ...total,
      next: rows.length > query.limit && last ? sortCursor(last.sortedBy, last.id) : null,
    };
  }

  /** A client's people that a search finds, newest first. */
  search(
    clientId: ClientId,
    { search, ...page }: { search: string; after?: string | undefined; limit: number },
  ): Promise<Answered<typeof api.queryPeople>> {
    return this.query(clientId, {
      ...{ ...page, search, conditions: noConditions },
      sort: { by: 'added', reversed: false },
    });
  }

  /** The part of a query's `where` that names a client's people that match conditions and a search. */
  async among(clientId: ClientId, conditions: Conditions, search = ''): Promise<SQL> {
    const [client] = await this.database.db
      .select({ facts: clients.facts })
      .from(clients)
      .where(eq(clients.id, clientId));
    if (!client) throw notFound();
    const now = this.clock.now();
    const asking: Asking = {
      ...{ now, zone: client.facts.zone, currency: client.facts.currency, submissions: 'all' },
      isOpen: isOpen(now, client.facts) ? sql`true` : sql`false`,
    };
    return and(
      eq(people.clientId, clientId),
      isNull(people.removedAt),
      conditionsSql(conditions, asking),
      search ? conditionsSql(foundBy(search), asking) : undefined,
    )!;
  }

  /** How many of a client's people conditions name. */
  async count(
    clientId: ClientId,
    conditions: Conditions,
  ): Promise<{ total: number; about: boolean }> {
    return this.counted(await this.among(clientId, conditions));
  }

  private async counted(among: SQL): Promise<{ total: number; about: boolean }> {
    const { db } = this.database;
    const some = sql`select 1 from ${people} where ${among}`;
    const counted = await db.execute<{ count: number }>(
      sql`select count(*)::int as count from (${some} limit ${mostCounted + 1}) as counted`,
    );
    const total = counted.rows[0]!.count;
    if (total <= mostCounted) return { total, about: false };
    const planned = await db.execute<{ 'QUERY PLAN': [{ Plan: { 'Plan Rows': number } }] }>(
      sql`explain (format json) ${some}`,
    );
    const estimate = planned.rows[0]!['QUERY PLAN'][0].Plan['Plan Rows'];
    return { total: Math.max(total, estimate), about: true };
  }
}

const foundBy = (contains: string): Conditions => ({
  match: 'all',
  terms: [{ about: 'contact', contains }],
});
