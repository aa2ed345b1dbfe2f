import { integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { UserId } from '@plumgate/core/basics';
import { users } from '../accounts/table.ts';
import { instant, json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/** What acts on people and so changes only when it is applied. */
export type DraftKind = 'sequence' | 'rule' | 'calendar';

/** What is being changed of something that acts on people, until it is applied or discarded. It may not be whole yet. */
export const drafts = pgTable(
  'drafts',
  {
    kind: text().$type<DraftKind>().notNull(),
    subjectId: uuid('subject_id').notNull(),
    /** Whose it is: two who change the same thing have a draft each. */
    userId: uuid('user_id')
      .$type<UserId>()
      .notNull()
      .references(() => users.id, { onDelete: 'cascade' }),
    clientId: ofClient(),
    content: json<Record<string, unknown>>().notNull(),
    /** The version that it was changed from. */
    version: integer().notNull(),
    savedAt: instant('saved_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.kind, table.subjectId, table.userId] })],
);
