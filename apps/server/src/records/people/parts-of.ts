import { sql, type SQL } from 'drizzle-orm';
import { people } from './table.ts';

/** The records that became a part of one, directly or by way of another: a subquery of their ids. */
export const partsOf = (id: string): SQL => sql`
  with recursive parts as (
    select id from ${people} as direct where direct.merged_into = ${id}
    union select next.id from ${people} as next join parts on next.merged_into = parts.id)
  select id from parts`;
