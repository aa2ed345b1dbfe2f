import { sql } from 'drizzle-orm';
import { bigserial, index, pgTable, primaryKey, smallint, text, uuid } from 'drizzle-orm/pg-core';
import type { FormId, PageId, PersonId, RuleId } from '@plumgate/core/basics';
import type { Happening } from '@plumgate/core/routing';
import { instant, json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';
import { people } from '../people/table.ts';
import { routingRules } from './table.ts';

/** What somebody did that sets off a rule: waiting until `dueAt`, and done where that is null. */
export const ruleStarts = pgTable(
  'rule_starts',
  {
    clientId: ofClient(),
    ruleId: uuid('rule_id')
      .$type<RuleId>()
      .notNull()
      .references(() => routingRules.id, { onDelete: 'cascade' }),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** Empty where the rule starts once per person; else it names the time that they did it. */
    time: text().notNull(),
    happening: json<Happening>().notNull(),
    at: instant().notNull(),
    dueAt: instant('due_at'),
    /** How often carrying it out has failed. */
    failures: smallint().notNull().default(0),
  },
  (table) => [
    primaryKey({ columns: [table.ruleId, table.personId, table.time] }),
    index('rule_starts_due')
      .on(table.dueAt)
      .where(sql`${table.dueAt} is not null`),
    index('rule_starts_of_person').on(table.personId),
  ],
);

/** Forms that were begun where a rule waits for those who leave them; looked at when they count as left. */
export const begunForms = pgTable(
  'begun_forms',
  {
    id: bigserial({ mode: 'number' }).primaryKey(),
    clientId: ofClient(),
    pageId: uuid('page_id').$type<PageId>().notNull(),
    formId: uuid('form_id').$type<FormId>().notNull(),
    visitorId: text('visitor_id').notNull(),
    at: instant().notNull(),
    leftAt: instant('left_at').notNull(),
  },
  (table) => [index('begun_forms_by_time').on(table.leftAt)],
);
