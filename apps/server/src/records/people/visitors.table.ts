import { index, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { PersonId } from '@plumgate/core/basics';
import { ofClient } from '../clients/table.ts';
import { people } from './table.ts';

/** The browsers from which somebody has written: what was looked at with them, before too, is a part of their history. */
export const personVisitors = pgTable(
  'person_visitors',
  {
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    clientId: ofClient(),
    visitorId: text('visitor_id').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.personId, table.visitorId] }),
    index('person_visitors_of_browser').on(table.clientId, table.visitorId),
  ],
);
