import { sql } from 'drizzle-orm';
import { index, pgTable, primaryKey, uniqueIndex, uuid, text } from 'drizzle-orm/pg-core';
import type { MergeId, PersonId } from '@plumgate/core/basics';
import type { Mergeable } from '@plumgate/core/people';
import { instant, json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';
import { people } from './table.ts';

/** What was moved from one record to another, by the table it lies in: ids, or what names a row there. */
export type MovedRows = Record<string, (string | number)[]>;

/** A part of a record as JSON has it. */
export type Details = Record<keyof Mergeable, unknown>;

/** A record that became a part of another, with all that parts them again. */
export const merges = pgTable(
  'merges',
  {
    id: uuid().$type<MergeId>().primaryKey(),
    clientId: ofClient(),
    /** The record that stays. */
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    otherId: uuid('other_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    otherName: text('other_name').notNull(),
    moved: json<MovedRows>().notNull(),
    /** The record that stays, as it was and as it became. */
    before: json<Details>().notNull(),
    after: json<Details>().notNull(),
    mergedAt: instant('merged_at').notNull(),
    by: text().notNull(),
    undoneAt: instant('undone_at'),
  },
  (table) => [
    uniqueIndex('merges_of_other')
      .on(table.otherId)
      .where(sql`${table.undoneAt} is null`),
    index('merges_of_person').on(table.personId),
    index('merges_oldest').on(table.mergedAt),
  ],
);

/** Two records of which somebody has said that they are two people; the lesser id comes first. */
export const distinctPeople = pgTable(
  'distinct_people',
  {
    clientId: ofClient(),
    one: uuid()
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    other: uuid()
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
  },
  (table) => [primaryKey({ columns: [table.one, table.other] })],
);
