import { index, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { PersonId, SequenceId, SubmissionId } from '@plumgate/core/basics';
import { instant, json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';
import { people } from '../people/table.ts';

export type ConfirmationId = string & { readonly of: 'confirmation' };

/**
 * An email address whose owner has been asked to confirm it by a link, once for each submission; what the rules would have
 * started waits here until they do.
 */
export const confirmations = pgTable(
  'confirmations',
  {
    id: uuid().$type<ConfirmationId>().primaryKey(),
    clientId: ofClient(),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    submissionId: uuid('submission_id').$type<SubmissionId>().notNull(),
    emailKey: text('email_key').notNull(),
    /** Of the page, in which they were asked. */
    language: text().notNull(),
    sequences: json<SequenceId[]>().notNull(),
    askedAt: instant('asked_at').notNull(),
    confirmedAt: instant('confirmed_at'),
  },
  (table) => [
    unique('confirmations_of_submission').on(table.submissionId),
    index('confirmations_of_person').on(table.personId, table.emailKey),
  ],
);
