import type { TemplateContent, TemplateKind } from '@plumgate/contract';
import type { TemplateId } from '@plumgate/core/basics';
import { pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { instant, json } from '../../platform/database/columns.ts';

/** The agency's own templates, for all of its clients: what is taken from one becomes the taker's own. */
export const templates = pgTable('templates', {
  id: uuid().$type<TemplateId>().primaryKey(),
  kind: text().$type<TemplateKind>().notNull(),
  name: text().notNull(),
  content: json<TemplateContent>().notNull(),
  keptAt: instant('kept_at').notNull(),
  /** Deleted: in the bin. */
  removedAt: instant('removed_at'),
});
