import { sql } from 'drizzle-orm';
import { boolean, index, integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { PeopleSort } from '@plumgate/contract';
import type { ListId, UserId } from '@plumgate/core/basics';
import { conditionsFormat } from '@plumgate/core/conditions';
import { documentColumn, instant, json } from '../../platform/database/columns.ts';
import { users } from '../accounts/table.ts';
import { ofClient } from '../clients/table.ts';

/** How a list of people is shown: which columns, in which order, sorted by what. */
const shownAs = {
  columns: json<string[]>().notNull(),
  sort: json<PeopleSort>().notNull(),
};

/** Conditions that are kept under a name: the people who match are looked up each time. */
export const peopleLists = pgTable(
  'people_lists',
  {
    id: uuid().$type<ListId>().primaryKey(),
    clientId: ofClient(),
    /** Whose own it is; null where everybody of the client has it. */
    userId: uuid('user_id')
      .$type<UserId>()
      .references(() => users.id, { onDelete: 'cascade' }),
    name: text().notNull(),
    conditions: documentColumn(conditionsFormat)().notNull(),
    ...shownAs,
    /** Shown beside the others above the people, not only in the menu. */
    isPinned: boolean('is_pinned').notNull().default(false),
    version: integer().notNull().default(1),
    /** Deleted: in the bin. */
    removedAt: instant('removed_at'),
  },
  (table) => [index('people_lists_by_client').on(table.clientId, sql`lower(${table.name})`)],
);

/** How somebody likes to see a client's people where no list says it. */
export const peopleViews = pgTable(
  'people_views',
  {
    clientId: ofClient(),
    userId: uuid('user_id')
      .$type<UserId>()
      .notNull()
      .references(() => users.id, { onDelete: 'cascade' }),
    ...shownAs,
  },
  (table) => [primaryKey({ columns: [table.clientId, table.userId] })],
);
