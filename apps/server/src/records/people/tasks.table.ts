import { sql } from 'drizzle-orm';
import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { PersonId, TaskId, UserId } from '@plumgate/core/basics';
import type { TaskRepeat } from '@plumgate/core/people';
import { instant } from '../../platform/database/columns.ts';
import { users } from '../accounts/table.ts';
import { ofClient } from '../clients/table.ts';
import { people } from './table.ts';

/** What is to be done about a person. One that comes back is a new row each time: what was done stays as it was. */
export const tasks = pgTable(
  'tasks',
  {
    id: uuid().$type<TaskId>().primaryKey(),
    clientId: ofClient(),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    text: text().notNull(),
    dueAt: instant('due_at').notNull(),
    assigneeId: uuid('assignee_id')
      .$type<UserId>()
      .references(() => users.id),
    repeats: text().$type<TaskRepeat>(),
    /** A user, a rule or a sequence, by name. */
    madeBy: text('made_by').notNull(),
    doneAt: instant('done_at'),
    doneBy: text('done_by'),
  },
  (table) => [
    index('tasks_open')
      .on(table.clientId, table.dueAt)
      .where(sql`${table.doneAt} is null`),
    index('tasks_of_person').on(table.personId, table.dueAt),
  ],
);
