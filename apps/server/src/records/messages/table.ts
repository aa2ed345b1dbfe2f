import { boolean, index, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { ClientId, MessageId } from '@plumgate/core/basics';
import { clients, ofClient } from '../clients/table.ts';
import { instant } from '../../platform/database/columns.ts';

/** What the built-in mail server and text gateway received, as it came over the wire, and the replies written in the post room. */
export const postRoom = pgTable(
  'post_room',
  {
    id: uuid().$type<MessageId>().primaryKey(),
    /** Null for what is no client's: mail of the agency to its own people. */
    clientId: uuid('client_id')
      .$type<ClientId>()
      .references(() => clients.id),
    kind: text().$type<'email' | 'text'>().notNull().default('email'),
    /** A reply that somebody wrote in the post room, on its way to the program. */
    isReply: boolean('is_reply').notNull().default(false),
    /** The Message-ID: a message delivered twice is kept once. */
    wireId: text('wire_id').notNull().unique(),
    from: text().notNull(),
    to: text().notNull(),
    /** Where an answer goes, when that is not where it came from. */
    replyTo: text('reply_to').notNull().default(''),
    subject: text().notNull(),
    text: text().notNull(),
    html: text().notNull(),
    /** The address that ends mail with one press, from the message's header. */
    unsubscribe: text().notNull().default(''),
    /** The calendar file that came along. */
    calendar: text().notNull().default(''),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [
    index('post_room_newest').on(table.clientId, table.receivedAt.desc().nullsFirst(), table.id),
  ],
);

/** What people have sent, by the gateways' ids. Told of again (they may, until they hear that we did), it does nothing. */
export const receivedMessages = pgTable('received_texts', {
  id: text().primaryKey(),
  receivedAt: instant('received_at').notNull(),
});

/** Addresses that get no mail of a client's: refused for good, complained, or put on the list by hand or with a file. */
export const suppressedAddresses = pgTable(
  'suppressed_addresses',
  {
    clientId: ofClient(),
    /** As records keep addresses to compare them. */
    address: text().notNull(),
    reason: text().$type<'bounced' | 'complained' | 'by-hand'>().notNull(),
    /** Who put it there; empty where a report did. */
    by: text().notNull().default(''),
    at: instant('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.clientId, table.address] })],
);

/** Addresses of the business that pressed a notice's unsubscribe: no notice of that client goes there. */
export const stoppedNotices = pgTable(
  'stopped_notices',
  { clientId: ofClient(), address: text().notNull(), stoppedAt: instant('stopped_at').notNull() },
  (table) => [primaryKey({ columns: [table.clientId, table.address] })],
);
