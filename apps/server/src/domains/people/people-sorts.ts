import type { PeopleSort } from '@plumgate/contract';
import { sql, type SQL } from 'drizzle-orm';
import { z } from 'zod';
import { cannotGoOn } from '../../platform/http/cursor.ts';
import { users } from '../../records/accounts/table.ts';
import { stages } from '../../records/people/stages.table.ts';
import { people } from '../../records/people/table.ts';

/** What people are sorted by, of which type, and which comes first unless it is reversed. */
const sorts: Record<PeopleSort['by'], { value: SQL; type: string; first: 'least' | 'most' }> = {
  added: { value: sql`${people.addedAt}`, type: 'timestamptz', first: 'most' },
  seen: { value: sql`${people.lastSeenAt}`, type: 'timestamptz', first: 'most' },
  name: {
    value: sql`lower(${people.firstName} || ' ' || ${people.lastName})`,
    type: 'text',
    first: 'least',
  },
  source: { value: sql`${people.lastSource}`, type: 'text', first: 'least' },
  assignee: { value: sql`coalesce(${users.name}, '')`, type: 'text', first: 'least' },
  submissions: { value: sql`${people.submissionCount}`, type: 'int', first: 'most' },
  // Who is in no stage, or worth nothing that is known, is least.
  stage: {
    value: sql`coalesce((select ${stages.position} from ${stages} where ${stages.id} = ${people.stageId}), -1)`,
    type: 'int',
    first: 'least',
  },
  value: { value: sql`coalesce(${people.value}, -1)`, type: 'bigint', first: 'most' },
  town: { value: sql`${people.town}`, type: 'text', first: 'least' },
};

/** Where a page of a sorted list ended: the last row's value, as the database writes it, and its id. */
const Cursor = z.tuple([z.string(), z.uuid()]);

export interface SortedBy {
  /** The column that a row's cursor is made of. */
  value: SQL<string>;
  orderBy: SQL;
  /** The rows after a cursor. */
  after: (cursor: string | undefined) => SQL | undefined;
}

/** How a list of people is put in order and read page by page; equal values are in the order of ids. */
export function sortedBy({ by, reversed }: PeopleSort): SortedBy {
  const { value, type, first } = sorts[by];
  const falls = (first === 'most') !== reversed;
  const [direction, beyond] = falls ? [sql`desc`, sql`<`] : [sql`asc`, sql`>`];
  const [idDirection, idBeyond] = reversed ? [sql`desc`, sql`<`] : [sql`asc`, sql`>`];
  return {
    value: sql<string>`(${value})::text`,
    orderBy: sql`${value} ${direction}, ${people.id} ${idDirection}`,
    after(cursor) {
      if (!cursor) return undefined;
      const [last, id] = readCursor(cursor);
      const at = sql`${last}::${sql.raw(type)}`;
      // The first comparison alone lets an index begin there.
      return sql`(${value} ${beyond}= ${at} and (${value} ${beyond} ${at} or ${people.id} ${idBeyond} ${id}::uuid))`;
    },
  };
}

export const sortCursor = (value: string, id: string): string =>
  Buffer.from(JSON.stringify([value, id])).toString('base64url');

function readCursor(cursor: string): z.infer<typeof Cursor> {
  try {
    return Cursor.parse(JSON.parse(Buffer.from(cursor, 'base64url').toString()));
  } catch {
    throw cannotGoOn();
  }
}
