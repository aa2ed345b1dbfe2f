import { sql } from 'drizzle-orm';
import { boolean, index, integer, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { PersonId } from '@plumgate/core/basics';
import { instant } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';
import { people } from './table.ts';

/** Calls that came in: one of a number at a moment, however often it is told. */
export const calls = pgTable(
  'calls',
  {
    id: uuid()
      .primaryKey()
      .default(sql`gen_random_uuid()`),
    clientId: ofClient(),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** The caller's number in E.164. */
    caller: text().notNull(),
    /** The number that was called, as it was told; empty where that is not known. */
    called: text().notNull(),
    source: text().notNull(),
    at: instant().notNull(),
    seconds: integer(),
    answered: boolean().notNull(),
  },
  (table) => [
    unique('calls_once').on(table.clientId, table.caller, table.at),
    index('calls_of_person').on(table.personId),
  ],
);
