import { Injectable } from '@nestjs/common';
import type { Answered, api, InputOf } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { noConditions, type Conditions } from '@plumgate/core/conditions';
import { isOpen } from '@plumgate/core/opening';
import { and, eq, isNull, sql, type SQL } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { isDataError } from '../../platform/database/sql-state.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { cannotGoOn } from '../../platform/http/cursor.ts';
import { users } from '../../records/accounts/table.ts';
import { clients } from '../../records/clients/table.ts';
import { conditionsSql, type Asking } from '../../records/conditions/conditions-sql.ts';
import { isIndexed } from '../../records/conditions/people-index-sql.ts';
import { peopleIndex } from '../../records/people/people-index.table.ts';
import { summary, wire } from '../../records/people/person-summary.ts';
import { people } from '../../records/people/table.ts';
import { estimatedTotal, sampleSize, type Sample } from './estimate.ts';
import { PeopleIndex } from './people-index.service.ts';
import { readSortCursor, sortedBy, sortCursor, type SortedBy } from './people-sorts.ts';

const firstSort = { by: 'added', reversed: false } as const;

/** Who of a client's people is asked for, and how the list goes on. */
type Query = InputOf<typeof api.queryPeople>['body'];

/** What is asked, and of what: the index of people, alone or beside their records, or the records where it is behind. */
interface Asked {
  clientId: ClientId;
  where: SQL;
  of: 'index' | 'index and records' | 'records';
}

const isRecord = sql`${people.id} = ${peopleIndex.personId} and ${people.clientId} = ${peopleIndex.clientId}`;
const besideRecords = sql`${peopleIndex} inner join ${people} on ${isRecord}`;

/** Who is asked for, and what they are sorted by. */
function matching({ where, of }: Asked, { indexed, ofRecord }: SortedBy): SQL {
  if (of === 'records')
    return sql`select ${people.id} as person_id, ${ofRecord} as sorted_by from ${people} where ${where}`;
  const from = of === 'index' && indexed ? sql`${peopleIndex}` : besideRecords;
  return sql`select ${peopleIndex.personId} as person_id, ${indexed ?? ofRecord} as sorted_by from ${from} where ${where}`;
}

/** Lists of a client's people: those that match conditions, sorted, page by page, with their number. */
@Injectable()
export class PeopleList {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly index: PeopleIndex,
  ) {}

  async query(clientId: ClientId, query: Query): Promise<Answered<typeof api.queryPeople>> {
    const asked = await this.asked(clientId, query.conditions, query.search);
    const sorted = sortedBy(query.sort);
    const after = query.after === undefined ? null : readSortCursor(query.after);
    const estimate = after && asked.of !== 'records' ? after.estimate : await this.estimate(asked);
    // Who is counted is found once and then put in order; of many the list is read in order until the page is full.
    const found = this.database.db.$with('found', {}).as(matching(asked, sorted));
    const isAfter = after ? sql`where ${sorted.after(after)}` : sql``;
    const rows = await this.database.db
      .with(found)
      .select({
        ...summary,
        sortedBy: sql<string>`sorted_by::text`,
        total: sql<number>`${estimate ?? sql`(select count(*) from found)`}::int`,
      })
      .from(
        sql`(select * from found ${isAfter} order by ${sorted.order} limit ${query.limit + 1}) as page`,
      )
      .innerJoin(people, sql`${people.id} = person_id`)
      .leftJoin(users, eq(users.id, people.assigneeId))
      .orderBy(sorted.order)
      .catch((error: unknown) => {
        throw after && isDataError(error) ? cannotGoOn() : error;
      });
    const shown = rows.slice(0, query.limit);
    const last = shown.at(-1);
    return {
      people: shown.map(({ sortedBy: _value, total: _total, ...row }) => wire(row)),
      total: rows[0]?.total ?? (after ? await this.exactly(asked) : 0),
      about: estimate !== null,
      next:
        rows.length > query.limit && last
          ? sortCursor({ value: last.sortedBy, id: last.id, estimate })
          : null,
    };
  }

  /** A client's people that a search finds, newest first. */
  search(
    clientId: ClientId,
    { search, ...page }: { search: string; after?: string | undefined; limit: number },
  ): Promise<Answered<typeof api.queryPeople>> {
    return this.query(clientId, {
      ...{ ...page, search, conditions: noConditions },
      sort: firstSort,
    });
  }

  /**
   * The part of a query's `where` that names a client's people that match conditions and a search. It is asked of their
   * records, not of the index, and so knows of what its own transaction has changed.
   */
  async among(
    clientId: ClientId,
    conditions: Conditions,
    search = '',
    db: Queries = this.database.db,
  ): Promise<SQL> {
    const asking = await this.asking(clientId, db);
    return and(
      eq(people.clientId, clientId),
      isNull(people.removedAt),
      ...all(conditions, search).map((one) => conditionsSql(one, asking)),
    )!;
  }

  /** How many of a client's people conditions name; `about` where they are so many that this is an estimate. */
  async count(
    clientId: ClientId,
    conditions: Conditions,
  ): Promise<{ total: number; about: boolean }> {
    const asked = await this.asked(clientId, conditions);
    const sample = await this.sample(asked);
    // Everybody was looked at.
    if (sample && sample.seen < sampleSize) return { total: sample.hits, about: false };
    const estimate = sample && estimatedTotal(sample);
    return { total: estimate ?? (await this.exactly(asked)), about: estimate !== null };
  }

  private async asked(clientId: ClientId, conditions: Conditions, search = ''): Promise<Asked> {
    if (!(await this.index.isUpToDate(clientId)))
      return { clientId, where: await this.among(clientId, conditions, search), of: 'records' };
    const asking = { ...(await this.asking(clientId)), indexOf: clientId };
    const asks = all(conditions, search);
    return {
      clientId,
      where: and(
        eq(peopleIndex.clientId, clientId),
        ...asks.map((one) => conditionsSql(one, asking)),
      )!,
      of: asks.every(isIndexed) ? 'index' : 'index and records',
    };
  }

  private async asking(clientId: ClientId, db: Queries = this.database.db): Promise<Asking> {
    const [client] = await db
      .select({ facts: clients.facts })
      .from(clients)
      .where(eq(clients.id, clientId));
    if (!client) throw notFound();
    const now = this.clock.now();
    return {
      ...{ now, zone: client.facts.zone, currency: client.facts.currency, submissions: 'all' },
      isOpen: isOpen(now, client.facts) ? sql`true` : sql`false`,
    };
  }

  private exactly(asked: Asked): Promise<number> {
    return this.database.db.$count(sql`(${matching(asked, sortedBy(firstSort))}) as found`);
  }

  /** About how many are asked for, by a sample; null where they are few enough to be counted. */
  private async estimate(asked: Asked): Promise<number | null> {
    const sample = await this.sample(asked);
    return sample && estimatedTotal(sample);
  }

  /** How many of the first people of the index are asked for; null where it is behind. */
  private async sample({ clientId, where, of }: Asked): Promise<Sample | null> {
    if (of === 'records') return null;
    const { rows } = await this.database.db.execute<{ [Key in keyof Sample]: Sample[Key] }>(
      sql`select count(*)::int as seen, count(*) filter (where ${where})::int as hits, max(person_id::text) as last
        from (select * from ${peopleIndex} where client_id = ${clientId} order by person_id limit ${sampleSize}) as people_index ${of === 'index' ? sql`` : sql`inner join ${people} on ${isRecord}`}`,
    );
    return rows[0]!;
  }
}

const all = (conditions: Conditions, search: string): Conditions[] => [
  conditions,
  ...(search
    ? [{ match: 'all' as const, terms: [{ about: 'contact' as const, contains: search }] }]
    : []),
];
