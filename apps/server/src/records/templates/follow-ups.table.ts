import type { TemplateId } from '@plumgate/core/basics';
import { sequenceFormat } from '@plumgate/core/followup';
import { boolean, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { documentColumn, instant, json } from '../../platform/database/columns.ts';

/** Sequences that the agency has kept for all of its clients, as they were. What belongs to one client is let go as one is taken. */
export const followUpTemplates = pgTable('follow_up_templates', {
  id: uuid().$type<TemplateId>().primaryKey(),
  name: text().notNull(),
  content: documentColumn(sequenceFormat)().notNull(),
  /** Whether it counts from an event, not from bookings of any time. */
  isEvent: boolean('is_event').notNull(),
  /** The pages of its client that its words may link to. */
  pages: json<{ slug: string; name: string }[]>().notNull(),
  keptAt: instant('kept_at').notNull(),
  /** Deleted: in the bin. */
  removedAt: instant('removed_at'),
});
