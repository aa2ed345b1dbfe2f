import { index, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type {
  FormId,
  FunnelId,
  PageId,
  PersonId,
  RevisionId,
  RuleId,
  SubmissionId,
} from '@plumgate/core/basics';
import type { Answers } from '@plumgate/core/forms';
import { people } from '../people/table.ts';
import { ofClient } from '../clients/table.ts';
import { instant } from '../platform/database/columns.ts';

/** What a visitor sent, as they sent it; rows are never changed. */
export const submissions = pgTable(
  'submissions',
  {
    id: uuid().$type<SubmissionId>().primaryKey(),
    clientId: ofClient(),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id),
    formId: uuid('form_id').$type<FormId>().notNull(),
    pageId: uuid('page_id').$type<PageId>().notNull(),
    funnelId: uuid('funnel_id').$type<FunnelId>().notNull(),
    revisionId: uuid('revision_id').$type<RevisionId>().notNull(),
    answers: jsonb().$type<Answers>().notNull(),
    source: text().notNull(),
    rulesMet: jsonb('rules_met').$type<{ id: RuleId; name: string }[]>().notNull(),
    /** The form's idempotency field, or a digest of what was sent where there is no script to fill it. */
    once: text().notNull(),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [
    unique('submissions_once').on(table.clientId, table.once),
    index('submissions_of_person').on(table.personId, table.pageId),
  ],
);
