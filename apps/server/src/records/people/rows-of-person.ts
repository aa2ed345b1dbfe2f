import type { PersonId } from '@plumgate/core/basics';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { Queries } from '../../platform/database/database.ts';
import { bookings } from '../booking/table.ts';
import { waitingList } from '../booking/waiting-list.table.ts';
import { confirmations } from '../intake/confirmations.table.ts';
import { submissions } from '../intake/table.ts';
import { chats, inboxMessages } from '../messages/inbox.table.ts';
import { outbox } from '../messages/outbox.table.ts';
import { calls } from './calls.table.ts';
import { fieldHistory } from './fields.table.ts';
import type { MovedRows } from './merges.table.ts';
import { consents, timeline } from './table.ts';

/** Rows that only name whose they are, and go with them when two records become one. */
const tables: Record<string, PgTable & { id: AnyPgColumn; personId: AnyPgColumn }> = {
  submissions,
  bookings,
  waitingList,
  outbox,
  inboxMessages,
  chats,
  consents,
  timeline,
  fieldHistory,
  confirmations,
  calls,
};

/** Gives all rows of a person to another; gives which they were. */
export async function moveRows(tx: Queries, from: PersonId, to: PersonId): Promise<MovedRows> {
  await waitOnce(tx, from, to);
  const moved: MovedRows = {};
  for (const [name, table] of Object.entries(tables)) {
    const rows = await tx
      .update(table)
      .set({ personId: to })
      .where(eq(table.personId, from))
      .returning({ id: table.id });
    moved[name] = rows.map(({ id }) => id as string | number);
  }
  return moved;
}

/** Where both wait for the same seat, one of them does from now on: the one who has it held, or else the one who stays. */
async function waitOnce(tx: Queries, from: PersonId, to: PersonId): Promise<void> {
  await tx.execute(sql`
    update waiting_list as one set state = 'left'
    where one.person_id in (${from}, ${to}) and one.state in ('waiting', 'offered') and exists (
      select 1 from waiting_list as other
      where other.person_id in (${from}, ${to}) and other.person_id <> one.person_id
        and other.calendar_id = one.calendar_id and other.wants is not distinct from one.wants
        and other.state in ('waiting', 'offered')
        and (case when one.state = other.state then one.person_id = ${from} else one.state = 'waiting' end))`);
}

/** Gives back the rows that were moved; what came since stays. */
export async function moveRowsBack(
  tx: Queries,
  moved: MovedRows,
  from: PersonId,
  to: PersonId,
): Promise<void> {
  for (const [name, table] of Object.entries(tables)) {
    const ids = moved[name] ?? [];
    if (ids.length > 0)
      await tx
        .update(table)
        .set({ personId: to })
        .where(and(eq(table.personId, from), inArray(table.id, ids)));
  }
}
