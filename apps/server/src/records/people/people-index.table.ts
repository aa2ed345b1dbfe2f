import { sql } from 'drizzle-orm';
import {
  bigint,
  bigserial,
  doublePrecision,
  index,
  pgTable,
  primaryKey,
  text,
  uuid,
} from 'drizzle-orm/pg-core';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { instant } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/**
 * What lists ask of people, a short row for each who is in lists: a million of them are counted through it. It follows from
 * their records and is made anew from them.
 */
export const peopleIndex = pgTable(
  'people_index',
  {
    clientId: ofClient(),
    /** Random, so that the first of them are a fair sample of all. */
    personId: uuid('person_id').$type<PersonId>().notNull(),
    addedAt: instant('added_at').notNull(),
    lastSeenAt: instant('last_seen_at').notNull(),
    /** What holds of them of tags, sources, forms and the like: each a number made of the client and its words. */
    marks: bigint({ mode: 'bigint' }).array().notNull(),
    /** What the find field looks in, tags too. */
    searchText: text('search_text').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.clientId, table.personId] }),
    index('people_index_newest').on(
      table.clientId,
      table.addedAt.desc().nullsFirst(),
      table.personId,
    ),
    index('people_index_last_seen').on(table.clientId, table.lastSeenAt),
    index('people_index_marks').using('gin', table.marks),
    index('people_index_search').using('gin', sql`${table.searchText} gin_trgm_ops`),
  ],
);

/** Numbers among a person's answers and field values, for what is more or less than some: a part of the index. */
export const peopleNumbers = pgTable(
  'people_numbers',
  {
    personId: uuid('person_id').$type<PersonId>().notNull(),
    /** The mark of the question or field. */
    mark: bigint({ mode: 'bigint' }).notNull(),
    number: doublePrecision().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.personId, table.mark, table.number] }),
    index('people_numbers_by_size').on(table.mark, table.number, table.personId),
  ],
);

/** Whose row in the index is out of date: written by triggers of the tables that it follows from. */
export const peopleChanged = pgTable(
  'people_changed',
  {
    clientId: uuid('client_id').$type<ClientId>().notNull(),
    id: bigserial({ mode: 'number' }).notNull(),
    personId: uuid('person_id').$type<PersonId>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.clientId, table.id] })],
);
