import type { PeopleSort } from '@plumgate/contract';
import { sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import { z } from 'zod';
import { cannotGoOn } from '../../platform/http/cursor.ts';
import { users } from '../../records/accounts/table.ts';
import { stages } from '../../records/people/stages.table.ts';
import { peopleIndex } from '../../records/people/people-index.table.ts';
import { people } from '../../records/people/table.ts';

interface Sort {
  type: string;
  first: 'least' | 'most';
  /** What of the index of people it is; else it is `ofRecord`. */
  indexed?: AnyPgColumn;
  ofRecord: SQL;
}

/** What people are sorted by, of which type, and which comes first unless it is reversed. */
const sorts: Record<PeopleSort['by'], Sort> = {
  added: {
    ...{ type: 'timestamptz', first: 'most' },
    ...{ indexed: peopleIndex.addedAt, ofRecord: sql`${people.addedAt}` },
  },
  seen: {
    ...{ type: 'timestamptz', first: 'most' },
    ...{ indexed: peopleIndex.lastSeenAt, ofRecord: sql`${people.lastSeenAt}` },
  },
  name: {
    ...{ type: 'text', first: 'least' },
    ofRecord: sql`lower(${people.firstName} || ' ' || ${people.lastName})`,
  },
  source: { type: 'text', first: 'least', ofRecord: sql`${people.lastSource}` },
  assignee: {
    ...{ type: 'text', first: 'least' },
    ofRecord: sql`coalesce((select ${users.name} from ${users} where ${users.id} = ${people.assigneeId}), '')`,
  },
  submissions: { type: 'int', first: 'most', ofRecord: sql`${people.submissionCount}` },
  // Who is in no stage, or worth nothing that is known, is least.
  stage: {
    ...{ type: 'int', first: 'least' },
    ofRecord: sql`coalesce((select ${stages.position} from ${stages} where ${stages.id} = ${people.stageId}), -1)`,
  },
  value: { type: 'bigint', first: 'most', ofRecord: sql`coalesce(${people.value}, -1)` },
  town: { type: 'text', first: 'least', ofRecord: sql`${people.town}` },
};

/** Where a page of a sorted list ended: the last row's value, as the database writes it, its id, and the list's estimated number. */
export interface SortCursor {
  value: string;
  id: string;
  estimate: number | null;
}
const Cursor = z.tuple([z.string(), z.uuid(), z.int().min(0).nullable()]);

export interface SortedBy {
  /** What is sorted by: of the index of people where it has it, and of their records. */
  indexed: SQL | null;
  ofRecord: SQL;
  /** The order of rows that have it as `sorted_by`, and a `person_id`; equal values are in the order of ids. */
  order: SQL;
  /** Those of them after a cursor. */
  after: (cursor: SortCursor) => SQL;
}

/** How a list of people is put in order and read page by page. */
export function sortedBy({ by, reversed }: PeopleSort): SortedBy {
  const { type, first, indexed, ofRecord } = sorts[by];
  const falls = (first === 'most') !== reversed;
  const [direction, beyond] = falls ? [sql`desc`, sql`<`] : [sql`asc`, sql`>`];
  const [idDirection, idBeyond] = reversed ? [sql`desc`, sql`<`] : [sql`asc`, sql`>`];
  return {
    ...{ indexed: indexed ? sql`${indexed}` : null, ofRecord },
    order: sql`sorted_by ${direction}, person_id ${idDirection}`,
    after(cursor) {
      const at = sql`${cursor.value}::${sql.raw(type)}`;
      // The first comparison alone lets an index begin there.
      return sql`(sorted_by ${beyond}= ${at} and (sorted_by ${beyond} ${at} or person_id ${idBeyond} ${cursor.id}::uuid))`;
    },
  };
}

export const sortCursor = ({ value, id, estimate }: SortCursor): string =>
  Buffer.from(JSON.stringify([value, id, estimate])).toString('base64url');

/** Throws where it is none of ours. */
export function readSortCursor(cursor: string): SortCursor {
  try {
    const [value, id, estimate] = Cursor.parse(
      JSON.parse(Buffer.from(cursor, 'base64url').toString()),
    );
    return { value, id, estimate };
  } catch {
    throw cannotGoOn();
  }
}
