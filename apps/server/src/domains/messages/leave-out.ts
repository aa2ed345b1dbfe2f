import type { Instant } from '@plumgate/core/basics';
import { and, inArray, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import { outbox, type MessageLeftOut } from '../../records/messages/outbox.table.ts';
import { messagesSettled } from './message-events.ts';

type OutboxRow = typeof outbox.$inferSelect;

/** Leaves out the queued messages for which `condition` holds, tells the domains above, and gives them. */
export async function leaveOut(
  tx: Queries,
  effects: Consequences,
  condition: SQL | undefined,
  /** Why, the same for all or as the database finds it for each. */
  reason: MessageLeftOut | SQL<MessageLeftOut>,
  at: Instant,
): Promise<OutboxRow[]> {
  const rows = await tx
    .update(outbox)
    .set({ state: 'left-out', leftOut: reason })
    .where(and(inArray(outbox.state, ['queued', 'held']), condition))
    .returning();
  for (const leftOut of new Set(rows.map((row) => row.leftOut!))) {
    const keys = rows.filter((row) => row.leftOut === leftOut).map(({ key }) => key);
    effects.raise(messagesSettled, { keys, as: 'left-out', leftOut, at });
  }
  return rows;
}
