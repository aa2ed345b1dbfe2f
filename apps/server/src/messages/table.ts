import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { MessageId } from '@plumgate/core/basics';
import { ofClient } from '../clients/table.ts';
import { instant } from '../platform/database/columns.ts';

/** What the built-in mail server received, as it was parsed from the wire. */
export const postRoom = pgTable(
  'post_room',
  {
    id: uuid().$type<MessageId>().primaryKey(),
    clientId: ofClient(),
    /** The Message-ID: a message delivered twice is kept once. */
    wireId: text('wire_id').notNull().unique(),
    from: text().notNull(),
    to: text().notNull(),
    subject: text().notNull(),
    text: text().notNull(),
    html: text().notNull(),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [index('post_room_newest').on(table.clientId, table.receivedAt.desc(), table.id)],
);
