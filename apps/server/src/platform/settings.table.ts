import { pgTable, text } from 'drizzle-orm/pg-core';
import { json } from './database/columns.ts';

/** What the program itself remembers between starts, such as its signing secret and the demo's time. */
export const settings = pgTable('settings', {
  name: text().primaryKey(),
  value: json<unknown>().notNull(),
});
