import { sql } from 'drizzle-orm';
import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { instant } from '../../platform/database/columns.ts';
import { outbox } from './outbox.table.ts';

/** The links of a campaign's messages, each by a short code on the client's own host, with how often it was followed. */
export const messageLinks = pgTable(
  'message_links',
  {
    code: text().primaryKey(),
    messageId: uuid('message_id')
      .notNull()
      .references(() => outbox.id, { onDelete: 'cascade' }),
    /** Where it leads. */
    href: text().notNull(),
    /** The same for everybody, however personal the address is: results are counted by it. */
    name: text().notNull(),
    clicks: integer().notNull().default(0),
    clickedAt: instant('clicked_at'),
  },
  (table) => [
    index('message_links_of_message').on(table.messageId),
    index('message_links_clicked')
      .on(table.messageId, table.name)
      .where(sql`${table.clicks} > 0`),
  ],
);
