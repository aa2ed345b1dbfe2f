import { sql } from 'drizzle-orm';
import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { PersonId } from '@plumgate/core/basics';
import { instant } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';
import { people } from '../people/table.ts';
import { outbox } from './outbox.table.ts';

/**
 * The links of messages to people, each by a short code on the client's own host, with how often it was followed. They
 * lead on long after the message itself is no longer kept.
 */
export const messageLinks = pgTable(
  'message_links',
  {
    code: text().primaryKey(),
    clientId: ofClient(),
    /** Whom the message went to: where the link leads is often theirs alone. */
    personId: uuid('person_id')
      .$type<PersonId>()
      .references(() => people.id, { onDelete: 'cascade' }),
    messageId: uuid('message_id').references(() => outbox.id, { onDelete: 'set null' }),
    /** Where it leads. */
    href: text().notNull(),
    /** The same for everybody, however personal the address is: results are counted by it. */
    name: text().notNull(),
    clicks: integer().notNull().default(0),
    clickedAt: instant('clicked_at'),
    madeAt: instant('made_at').notNull(),
  },
  (table) => [
    index('message_links_of_message').on(table.messageId),
    index('message_links_of_person').on(table.personId),
    index('message_links_made').on(table.madeAt),
    index('message_links_clicked')
      .on(table.messageId, table.name)
      .where(sql`${table.clicks} > 0`),
  ],
);
