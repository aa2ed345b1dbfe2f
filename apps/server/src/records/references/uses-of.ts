import type { Loss } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { and, eq, isNull, sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import { calendars } from '../booking/table.ts';
import { sequences } from '../followup/table.ts';
import { listings } from '../listings/table.ts';
import { pages } from '../pages/table.ts';
import { routingRules } from '../routing/table.ts';
import type { Queries } from '../../platform/database/database.ts';

const documentName = (content: AnyPgColumn) => sql<string>`${content}->>'name'`;

/** Where a client's things are named, and what each place is called. */
const places: {
  what: Loss['what'];
  table: PgTable & { id: AnyPgColumn; clientId: AnyPgColumn; removedAt: AnyPgColumn };
  document: AnyPgColumn;
  name: SQL<string> | AnyPgColumn;
}[] = [
  {
    what: 'rules',
    table: routingRules,
    document: routingRules.content,
    name: documentName(routingRules.content),
  },
  {
    what: 'sequences',
    table: sequences,
    document: sequences.content,
    name: documentName(sequences.content),
  },
  {
    what: 'calendars',
    table: calendars,
    document: calendars.content,
    name: documentName(calendars.content),
  },
  {
    what: 'shown-on',
    table: listings,
    document: listings.content,
    name: sql<string>`${listings.content}->>'street'`,
  },
  { what: 'shown-on', table: pages, document: pages.draft, name: pages.name },
];

/**
 * The rules, sequences, calendars and pages of a client that name any of these ids; things that go along (`except`) are
 * not counted. An id stands in a document only to name its thing, so the text of the document tells.
 */
export async function usesOf(
  db: Queries,
  clientId: ClientId,
  ids: readonly string[],
  except: ReadonlySet<string> = new Set(ids),
): Promise<Loss[]> {
  if (ids.length === 0) return [];
  const patterns = sql`array[${sql.join(
    ids.map((id) => sql`${`%${id}%`}`),
    sql`, `,
  )}]`;
  const losses: Loss[] = [];
  for (const { what, table, document, name } of places) {
    const rows = await db
      .select({ id: sql<string>`${table.id}`, name: sql<string>`${name}` })
      .from(table)
      .where(
        and(
          eq(table.clientId, clientId),
          isNull(table.removedAt),
          sql`${document}::text like any (${patterns})`,
        ),
      );
    const names = rows.filter(({ id }) => !except.has(id)).map((row) => row.name);
    losses.push({ what, count: names.length, names: names.sort() });
  }
  return losses;
}
