import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { FormId } from '@plumgate/core/basics';
import { formFormat } from '@plumgate/core/forms';
import { ofClient } from '../clients/table.ts';
import { documentColumn, instant } from '../../platform/database/columns.ts';

/** A form as it is being edited; what visitors fill in is the copy in a page's revision. */
export const forms = pgTable(
  'forms',
  {
    id: uuid().$type<FormId>().primaryKey(),
    clientId: ofClient(),
    definition: documentColumn(formFormat)().notNull(),
    /** Where it stands in the list of forms; empty for no folder. */
    folder: text().notNull().default(''),
    /** Goes up with every change, whichever page or screen it came from. */
    version: integer().notNull().default(1),
    /** Deleted: in the bin. */
    removedAt: instant('removed_at'),
  },
  (table) => [index('forms_by_client').on(table.clientId)],
);
