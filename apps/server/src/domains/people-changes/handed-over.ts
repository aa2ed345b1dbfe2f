import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { UserId } from '@plumgate/core/basics';
import { and, eq, isNull, sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import { isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { toJson } from '../../platform/database/columns.ts';
import { users } from '../../records/accounts/table.ts';
import { worksFor } from '../../records/accounts/users-of.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { people, timeline } from '../../records/people/table.ts';
import { tasks } from '../../records/people/tasks.table.ts';
import type { TimelineFact } from '../../records/people/timeline.ts';
import { workHandedOver, type HandOver } from '../accounts/account-events.ts';

/** Gives the people and the open tasks of a user who leaves to another. */
@Injectable()
export class HandedOver implements OnModuleInit {
  constructor(private readonly causes: Causes) {}

  onModuleInit(): void {
    this.causes.on(workHandedOver, async (handOver, tx) => {
      await handOverPeople(tx, handOver);
      await tx
        .update(tasks)
        .set({ assigneeId: taker(handOver.to, tasks.clientId) })
        .where(and(theirs(handOver, tasks), isNull(tasks.doneAt)));
    });
  }
}

/** In one statement, however many there are. */
async function handOverPeople(tx: Queries, handOver: HandOver): Promise<void> {
  const { to, by, at } = handOver;
  const [named] = to
    ? await tx.select({ name: users.name }).from(users).where(eq(users.id, to))
    : [];
  const fact = (name: string | null) =>
    toJson({ kind: 'given-to', to: name, by } satisfies TimelineFact);
  const given = tx
    .update(people)
    .set({ assigneeId: taker(to, people.clientId) })
    .where(theirs(handOver, people))
    .returning({ id: people.id, clientId: people.clientId, assigneeId: people.assigneeId });
  await tx.execute(sql`
    with given as (${given.getSQL()})
    insert into ${timeline} (person_id, client_id, at, fact)
    select id, client_id, ${at.toString()}::timestamptz,
      case when assignee_id is null then ${fact(null)} else ${fact(named?.name ?? null)} end::jsonb
    from given`);
}

const theirs = (
  { from, only }: HandOver,
  table: { assigneeId: AnyPgColumn; clientId: AnyPgColumn },
): SQL => and(eq(table.assigneeId, from), only ? isAnyOf(table.clientId, [...only]) : undefined)!;

/** Who takes it over: nobody where they don't work for the client. */
const taker = (to: UserId | null, client: AnyPgColumn): SQL<UserId | null> =>
  to
    ? sql`(select ${users.id} from ${users} where ${users.id} = ${to} and ${worksFor(client)})`
    : sql`null::uuid`;
