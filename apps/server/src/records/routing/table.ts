import { boolean, index, integer, pgTable, uuid } from 'drizzle-orm/pg-core';
import type { RuleId } from '@plumgate/core/basics';
import { ruleFormat } from '@plumgate/core/routing';
import { ofClient } from '../clients/table.ts';
import { documentColumn, instant } from '../../platform/database/columns.ts';

export const routingRules = pgTable(
  'routing_rules',
  {
    id: uuid().$type<RuleId>().primaryKey(),
    clientId: ofClient(),
    position: integer().notNull(),
    on: boolean().notNull(),
    content: documentColumn(ruleFormat)().notNull(),
    version: integer().notNull().default(1),
    /** Deleted: in the bin. */
    removedAt: instant('removed_at'),
  },
  (table) => [index('routing_rules_in_order').on(table.clientId, table.position)],
);
