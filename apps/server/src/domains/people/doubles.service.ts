import { Injectable } from '@nestjs/common';
import type { DoubleView, PersonRecord } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import {
  alikeNames,
  differingParts,
  valueWords,
  type Matching,
  type OwnField,
} from '@plumgate/core/people';
import { and, eq, inArray, isNotNull, isNull, ne, notExists, or, sql, type SQL } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { users } from '../../records/accounts/table.ts';
import { clients } from '../../records/clients/table.ts';
import { FieldStore } from '../../records/people/field-store.ts';
import { distinctPeople } from '../../records/people/merges.table.ts';
import { shownName, summary, wire } from '../../records/people/person-summary.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { alsoGiven, people } from '../../records/people/table.ts';

const mostShown = 200;
const mostFound = 1000;

/** Two records that have something in common by which they may be one person. */
interface Pair extends Record<string, unknown> {
  one: PersonId;
  other: PersonId;
  because: DoubleView['because'];
}

/** Records of one client that may be the same person, and by what the client knows people again. */
@Injectable()
export class DoublesService {
  constructor(
    private readonly database: Database,
    private readonly fields: FieldStore,
  ) {}

  /** Pairs of records, those with alike names first; of each the record that was added first comes first. */
  async list(
    clientId: ClientId,
  ): Promise<{ matching: Matching; doubles: DoubleView[]; total: number }> {
    const { db } = this.database;
    const [client] = await db.select().from(clients).where(eq(clients.id, clientId));
    const pairs = await this.pairs(clientId);
    const shown = pairs.slice(0, mostShown);
    const ids = [...new Set(shown.flatMap(({ one, other }) => [one, other]))];
    const rows =
      ids.length === 0
        ? []
        : await db
            .select({ ...summary, row: people })
            .from(people)
            .leftJoin(users, eq(users.id, people.assigneeId))
            .where(inArray(people.id, ids));
    const byId = new Map(rows.map((row) => [row.id, row]));
    const fields = await this.fields.ofClient(db, clientId);
    const { locale } = client!.facts;
    const doubles = shown.flatMap(({ one, other, because }): DoubleView[] => {
      const [first, second] = [byId.get(one), byId.get(other)];
      if (!first || !second) return [];
      return [
        {
          one: sideOf(first, fields, locale),
          other: sideOf(second, fields, locale),
          because,
          isAlike: alikeNames(first.row, second.row),
          differs: differingParts(first.row, second.row),
        },
      ];
    });
    return {
      matching: client!.matching,
      doubles: doubles.sort((one, other) => Number(other.isAlike) - Number(one.isAlike)),
      total: pairs.length,
    };
  }

  /** The records that may be the same person as this one. */
  async ofPerson(person: PersonRow): Promise<PersonRecord['doubles']> {
    const { db } = this.database;
    const given = await db
      .select({ key: alsoGiven.key })
      .from(alsoGiven)
      .where(and(eq(alsoGiven.personId, person.id), isNotNull(alsoGiven.key)));
    const own = [person.emailKey, person.phoneKey].filter((key) => key !== null);
    const keys = [...own, ...given.map(({ key }) => key!)];
    if (keys.length === 0) return [];
    const gave = db
      .select({ id: alsoGiven.personId })
      .from(alsoGiven)
      .where(and(eq(alsoGiven.clientId, person.clientId), inArray(alsoGiven.key, own)));
    const apart = db
      .select({ one: distinctPeople.one })
      .from(distinctPeople)
      .where(
        and(
          eq(distinctPeople.one, sql`least(${people.id}, ${person.id}::uuid)`),
          eq(distinctPeople.other, sql`greatest(${people.id}, ${person.id}::uuid)`),
        ),
      );
    const rows = await db
      .select()
      .from(people)
      .where(
        and(
          eq(people.clientId, person.clientId),
          ne(people.id, person.id),
          isNull(people.removedAt),
          or(
            inArray(people.emailKey, keys),
            inArray(people.phoneKey, keys),
            own.length > 0 ? inArray(people.id, gave) : undefined,
          ),
          notExists(apart),
        ),
      )
      .limit(20);
    return rows.map((row) => ({ id: row.id, name: shownName(row) }));
  }

  /** Says that two records are two people: they are not offered again. */
  async keepApart(id: PersonId, otherId: PersonId): Promise<void> {
    const { db } = this.database;
    const both = await db
      .select({ clientId: people.clientId })
      .from(people)
      .where(inArray(people.id, [id, otherId]));
    if (both.length !== 2 || both[0]!.clientId !== both[1]!.clientId) throw notFound();
    const [one, other] = [id, otherId].sort() as [PersonId, PersonId];
    await db
      .insert(distinctPeople)
      .values({ clientId: both[0]!.clientId, one, other })
      .onConflictDoNothing();
  }

  /**
   * Changes by what a client knows people again. Records stay as they are; of those that would now be known by the same, the
   * one that was added first is, and the others are offered as doubles.
   */
  async setMatching(clientId: ClientId, matching: Matching): Promise<void> {
    await this.database.transaction(async (tx) => {
      await tx.update(clients).set({ matching }).where(eq(clients.id, clientId));
      await tx.update(people).set({ matchKey: null }).where(eq(people.clientId, clientId));
      await tx.execute(sql`
        update ${people} set match_key = wanted.key
        from (
          select id, key, row_number() over (
            partition by key, removed_at is not null and merged_into is null
            order by removed_at is not null, added_at, id) as place, removed_at is not null and merged_into is null as is_gone
          from (
            select id, removed_at, merged_into, added_at, ${keyBy[matching]} as key
            from ${people} where client_id = ${clientId}) as all_people
        ) as wanted
        where wanted.id = ${people}.id and (wanted.place = 1 or wanted.is_gone)`);
    });
  }

  /** Every pair of records with a phone or an email address in common, be it only given besides. */
  private async pairs(clientId: ClientId): Promise<Pair[]> {
    const there = sql`a.client_id = ${clientId} and a.removed_at is null and b.removed_at is null`;
    const { rows } = await this.database.db.execute<Pair>(sql`
      with met as (
        select a.id as a, b.id as b, 'phone' as why from ${people} as a
          join ${people} as b on b.client_id = a.client_id and b.phone_key = a.phone_key and b.id > a.id
          where ${there}
        union all
        select a.id, b.id, 'email' from ${people} as a
          join ${people} as b on b.client_id = a.client_id and b.email_key = a.email_key and b.id > a.id
          where ${there}
        union all
        select a.id, b.id, 'also-given' from ${alsoGiven} as given
          join ${people} as a on a.id = given.person_id
          join ${people} as b on b.client_id = a.client_id and b.id <> a.id
            and given.key in (b.phone_key, b.email_key)
          where ${there}
      ), ordered as (
        select
          case when (a.added_at, a.id) < (b.added_at, b.id) then a.id else b.id end as one,
          case when (a.added_at, a.id) < (b.added_at, b.id) then b.id else a.id end as other,
          why
        from met join ${people} as a on a.id = met.a join ${people} as b on b.id = met.b
      )
      select one, other, array_agg(distinct why order by why) as because from ordered
      where not exists (select 1 from ${distinctPeople} as apart
        where apart.one = least(ordered.one, ordered.other) and apart.other = greatest(ordered.one, ordered.other))
      group by one, other order by one, other limit ${mostFound}`);
    return rows;
  }
}

/** A record as it is compared: with the client's own fields in words. */
const sideOf = (
  { row, ...listed }: Parameters<typeof wire>[0] & { row: PersonRow },
  fields: OwnField[],
  locale: string,
): DoubleView['one'] => ({
  ...wire(listed),
  fields: fields.flatMap(({ key, name }) => {
    const value = row.fields[key];
    return value === undefined ? [] : [{ key, name, words: valueWords(value, locale) }];
  }),
});

/** The key of a record by its columns, as `matchKeys` has the first of them. */
const byEmail = sql`coalesce('e:' || email_key, 'p:' || phone_key)`;
const keyBy: Record<Matching, SQL> = {
  email: byEmail,
  phone: sql`coalesce('p:' || phone_key, 'e:' || email_key)`,
  either: byEmail,
  both: sql`coalesce('b:' || email_key || ' ' || phone_key, 'e:' || email_key, 'p:' || phone_key)`,
};
