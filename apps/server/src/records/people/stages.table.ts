import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { StageId } from '@plumgate/core/basics';
import type { StageMove, StageOutcome } from '@plumgate/core/people';
import { ofClient } from '../clients/table.ts';

/** How far a client's people may be, in the order in which they get there. */
export const stages = pgTable(
  'stages',
  {
    id: uuid().$type<StageId>().primaryKey(),
    clientId: ofClient(),
    name: text().notNull(),
    position: integer().notNull(),
    outcome: text().$type<StageOutcome>().notNull(),
    /** What moves people here by itself; null where only somebody does, or a rule. */
    movedBy: text('moved_by').$type<StageMove>(),
  },
  (table) => [index('stages_in_order').on(table.clientId, table.position)],
);
