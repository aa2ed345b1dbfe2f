import { sql } from 'drizzle-orm';
import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { FormId, SubmissionId, UploadId } from '@plumgate/core/basics';
import { instant } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/**
 * Files that visitors sent with forms; their contents lie in the file store under `uploads/` and the id. One that belongs to
 * no submission, taken in or held, is deleted when its time is over.
 */
export const uploads = pgTable(
  'uploads',
  {
    id: uuid().$type<UploadId>().primaryKey(),
    clientId: ofClient(),
    formId: uuid('form_id').$type<FormId>().notNull(),
    name: text().notNull(),
    /** By the content. */
    type: text().notNull(),
    bytes: integer().notNull(),
    /** The submission that it came with, or one that is held. */
    submissionId: uuid('submission_id').$type<SubmissionId>(),
    /** Null while it belongs to a submission. */
    expiresAt: instant('expires_at'),
  },
  (table) => [
    index('uploads_of_submission').on(table.submissionId),
    index('uploads_over')
      .on(table.expiresAt)
      .where(sql`${table.expiresAt} is not null`),
  ],
);
