import { sql } from 'drizzle-orm';
import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { FormId, InboxMessageId, SubmissionId, UploadId } from '@plumgate/core/basics';
import { instant } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/**
 * Files that people sent with forms and emails; their contents lie in the file store under `uploads/` and the id. One that
 * belongs to no submission, taken in or held, and to no message is deleted when its time is over.
 */
export const uploads = pgTable(
  'uploads',
  {
    id: uuid().$type<UploadId>().primaryKey(),
    clientId: ofClient(),
    /** Null for one that came with an email. */
    formId: uuid('form_id').$type<FormId>(),
    name: text().notNull(),
    /** By the content. */
    type: text().notNull(),
    bytes: integer().notNull(),
    /** The submission that it came with, or one that is held. */
    submissionId: uuid('submission_id').$type<SubmissionId>(),
    /** The email that it came with. */
    messageId: uuid('message_id').$type<InboxMessageId>(),
    /** Null while it belongs to a submission or a message. */
    expiresAt: instant('expires_at'),
  },
  (table) => [
    index('uploads_of_submission').on(table.submissionId),
    index('uploads_of_message').on(table.messageId),
    index('uploads_over')
      .on(table.expiresAt)
      .where(sql`${table.expiresAt} is not null`),
  ],
);
