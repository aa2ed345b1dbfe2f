import { sql } from 'drizzle-orm';
import { boolean, index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { InboxMessageId, PersonId } from '@plumgate/core/basics';
import type { LeftOut } from '@plumgate/core/followup';
import type { InboxReading, InboxWay } from '@plumgate/core/inbox';
import { instant, json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';
import { people } from '../people/table.ts';

export type ChatId = string & { readonly chat: unique symbol };

/**
 * The chat boxes that people wrote in. An `id` is the hash of what the visitor's browser made up: whoever has that reads
 * what is answered, and nobody else does.
 */
export const chats = pgTable(
  'chats',
  {
    id: text().$type<ChatId>().primaryKey(),
    clientId: ofClient(),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** Of the page that they wrote on, as its tag: an answer by email speaks it too. */
    language: text().notNull(),
    /** When the page last asked for answers. */
    seenAt: instant('seen_at').notNull(),
  },
  (table) => [index('chats_of_person').on(table.personId, table.seenAt)],
);

/** What people wrote to a client, by email, text or the chat box of a page, and what was answered in the chat box. */
export const inboxMessages = pgTable(
  'inbox_messages',
  {
    id: uuid().$type<InboxMessageId>().primaryKey(),
    clientId: ofClient(),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    kind: text().$type<InboxWay>().notNull(),
    /** Who of the business wrote it, in a chat box; empty for what came in. */
    by: text().notNull().default(''),
    /** The address or number it came from, which may be another than the record's. */
    from: text().notNull(),
    subject: text().notNull().default(''),
    /** What they wrote themselves. */
    body: text().notNull(),
    /** The whole, where more came along: mail programs quote what is answered. */
    whole: text().notNull().default(''),
    reading: text().$type<InboxReading>().notNull(),
    /** The Message-ID of an email, and those of its thread before it, the oldest first (RFC 5322, section 3.6.4). */
    messageId: text('message_id').notNull().default(''),
    thread: json<string[]>().notNull().default([]),
    chatId: text('chat_id')
      .$type<ChatId>()
      .references(() => chats.id, { onDelete: 'set null' }),
    /** When an answer in a chat box goes by email, unless it is seen before; null once it was either, and where it is none. */
    mailAt: instant('mail_at'),
    /** Why an answer that nobody saw in its chat box did not go by email either; empty otherwise. */
    notMailed: text('not_mailed').$type<LeftOut | ''>().notNull().default(''),
    at: instant('at').notNull(),
  },
  (table) => [
    index('inbox_messages_of_person').on(table.personId, table.at),
    index('inbox_messages_of_chat')
      .on(table.chatId, table.at)
      .where(sql`${table.chatId} is not null`),
    index('inbox_messages_to_mail')
      .on(table.mailAt)
      .where(sql`${table.mailAt} is not null`),
  ],
);

/**
 * The conversation with a person, from the first time they write: the newest of what was said in it, whether somebody has
 * read it, and whether it is closed. A message that comes in opens it again. Who looks after it is who looks after the person.
 */
export const conversations = pgTable(
  'conversations',
  {
    personId: uuid('person_id')
      .$type<PersonId>()
      .primaryKey()
      .references(() => people.id, { onDelete: 'cascade' }),
    clientId: ofClient(),
    state: text().$type<'open' | 'closed'>().notNull(),
    isUnread: boolean('is_unread').notNull(),
    /** The newest that somebody wrote, on either side. */
    lastKind: text('last_kind').$type<InboxWay>().notNull(),
    lastWords: text('last_words').notNull(),
    /** Who of the business wrote it; empty for the person. */
    lastBy: text('last_by').notNull().default(''),
    lastAt: instant('last_at').notNull(),
  },
  (table) => [
    index('conversations_newest').on(
      table.clientId,
      table.state,
      table.lastAt.desc().nullsFirst(),
      table.personId,
    ),
    index('conversations_unread')
      .on(table.clientId)
      .where(sql`${table.isUnread}`),
  ],
);
