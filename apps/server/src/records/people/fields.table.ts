import { sql } from 'drizzle-orm';
import {
  bigserial,
  index,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { FieldId, FormId, PersonId, SubmissionId } from '@plumgate/core/basics';
import type { FieldType, FieldValue } from '@plumgate/core/people';
import { instant, json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';
import { forms } from '../forms/table.ts';
import { people } from './table.ts';

/** The client's own fields of people: answers fill them, people edit them, messages name them by their keys. */
export const ownFields = pgTable(
  'own_fields',
  {
    id: uuid().$type<FieldId>().primaryKey(),
    clientId: ofClient(),
    key: text().notNull(),
    name: text().notNull(),
    type: text().$type<FieldType>().notNull(),
    /** What a choice offers. */
    options: json<string[]>().notNull(),
    addedAt: instant('added_at').notNull(),
  },
  (table) => [
    uniqueIndex('own_fields_by_key').on(table.clientId, table.key),
    uniqueIndex('own_fields_by_name').on(table.clientId, sql`lower(${table.name})`),
  ],
);

/** Which field the questions of a form fill, by the name that the form has for it. */
export const formFields = pgTable(
  'form_fields',
  {
    formId: uuid('form_id')
      .$type<FormId>()
      .notNull()
      .references(() => forms.id, { onDelete: 'cascade' }),
    clientId: ofClient(),
    named: text().notNull(),
    fieldId: uuid('field_id')
      .$type<FieldId>()
      .notNull()
      .references(() => ownFields.id, { onDelete: 'cascade' }),
  },
  (table) => [
    primaryKey({ columns: [table.formId, table.named] }),
    index('form_fields_of_field').on(table.fieldId),
  ],
);

/** What a field of a person was filled with, when and by what; rows are only added. Null where it was emptied. */
export const fieldHistory = pgTable(
  'field_history',
  {
    id: bigserial({ mode: 'number' }).primaryKey(),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    clientId: ofClient(),
    key: text().notNull(),
    value: json<FieldValue | null>(),
    at: instant().notNull(),
    /** By a form on this page, or else by this person of the business. */
    by: text().notNull(),
    submissionId: uuid('submission_id').$type<SubmissionId>(),
  },
  (table) => [index('field_history_of_person').on(table.personId, table.key, table.id)],
);
