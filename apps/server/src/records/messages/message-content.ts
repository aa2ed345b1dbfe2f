import type { Email } from '@plumgate/core/emails';
import type { MergeContext } from '@plumgate/core/messages';
import { pgTable, text } from 'drizzle-orm/pg-core';
import type { EmailPayload } from '../../platform/mail/email-payload.ts';
import type { TextPayload } from '../../platform/texts/text-payload.ts';
import { json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/**
 * The words that messages are made of, each wording once however many people get it: 100,000 people are one row here and
 * 100,000 rows of values in the outbox. Rows are never changed; their id is a digest of what they say.
 */
export const messageTemplates = pgTable('message_templates', {
  id: text().primaryKey(),
  clientId: ofClient(),
  /** Empty for a text. */
  subject: text().notNull(),
  /** A text's words; of an email those that an earlier build wrote, as plain text. */
  body: text().notNull(),
  /** Null for a text, and for an email of an earlier build. */
  email: json<Email>(),
});

/** Something to press under the words of a notice: an http(s) or `tel:` address that is ours, nothing of it was typed by a stranger. */
export interface NoticeAction {
  label: string;
  href: string;
}

/** What a queued message will say. It is put together as it is sent, in the client's brand and with its facts of then. */
export type MessageContent =
  /** A template with the values of its merge fields. */
  | {
      as: 'template';
      template: string;
      values: MergeContext;
      /** A calendar file that goes along. */
      calendar?: EmailPayload['calendar'];
      /** What an email answers. */
      thread?: EmailPayload['thread'];
    }
  /** A template that is filled from the person's record as it is when it leaves. */
  | { as: 'personal'; template: string }
  /** A notice to the business; its words are final, and an answer goes to `replyTo`. */
  | { as: 'notice'; subject: string; body: string; actions?: NoticeAction[]; replyTo: string }
  /** About somebody's account, or to them as a user, in the agency's name. */
  | { as: 'account'; subject: string; body: string; actions: NoticeAction[] }
  /** As an earlier build had put it together. */
  | { as: 'finished'; payload: EmailPayload | TextPayload };
