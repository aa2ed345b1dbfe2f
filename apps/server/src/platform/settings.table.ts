import { jsonb, pgTable, text } from 'drizzle-orm/pg-core';

/** What the program itself remembers between starts, such as its signing secret and the demo's time. */
export const settings = pgTable('settings', {
  name: text().primaryKey(),
  value: jsonb().$type<unknown>().notNull(),
});
