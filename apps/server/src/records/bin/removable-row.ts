import type { ClientId, Instant } from '@plumgate/core/basics';
import { and, eq, isNotNull, isNull, type SQL } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import type { Removable } from './bin.ts';

/** What stands in one row goes without a word of why. */
type OneRow = Omit<Removable, 'erase'> & { erase: (tx: Queries, id: string) => Promise<void> };

type RemovableTable = PgTable & { id: AnyPgColumn; removedAt: AnyPgColumn; clientId?: AnyPgColumn };

/**
 * A kind of thing that is one row: removed by the mark on it, restored by taking that off. `isUnneeded` says of which rows
 * nothing else's history speaks, so that they can be deleted for good; the others stay, hidden. `onChange` hears of both ways.
 */
export function removableRow(
  table: RemovableTable,
  name: SQL<string> | AnyPgColumn,
  {
    isUnneeded,
    onChange,
  }: {
    isUnneeded?: SQL;
    onChange?: (tx: Queries, clientId: ClientId, id: string) => Promise<void>;
  } = {},
): OneRow {
  const shown = { name: name as SQL<string>, ...(table.clientId && { clientId: table.clientId }) };
  const set = async (tx: Queries, id: string, removedAt: Instant | null, from: SQL) => {
    const [row] = await tx
      .update(table)
      .set({ removedAt })
      .where(and(eq(table.id, id), from))
      .returning(shown);
    if (!row) throw notFound();
    const { name, clientId = null } = row as { name: string; clientId?: ClientId };
    if (clientId) await onChange?.(tx, clientId, id);
    return { name, clientId };
  };
  return {
    remove: (tx, id, at) => set(tx, id, at, isNull(table.removedAt)),
    async restore(tx, id) {
      await set(tx, id, null, isNotNull(table.removedAt));
      return null;
    },
    async erase(tx, id) {
      await tx.delete(table).where(and(eq(table.id, id), isUnneeded));
    },
    async look(db, id) {
      const [row] = await db
        .select(shown)
        .from(table)
        .where(and(eq(table.id, id), isNull(table.removedAt)));
      if (!row) return null;
      const { name, clientId = null } = row as { name: string; clientId?: ClientId };
      return { name, clientId, isLive: false };
    },
  };
}
