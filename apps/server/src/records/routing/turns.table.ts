import { doublePrecision, pgTable, primaryKey, uuid } from 'drizzle-orm/pg-core';
import type { RuleId, UserId } from '@plumgate/core/basics';
import { users } from '../accounts/table.ts';
import { ofClient } from '../clients/table.ts';
import { routingRules } from './table.ts';

/** What each of those whom a rule gives leads in turn has coming to them (`takeTurn`). */
export const routingTurns = pgTable(
  'routing_turns',
  {
    clientId: ofClient(),
    ruleId: uuid('rule_id')
      .$type<RuleId>()
      .notNull()
      .references(() => routingRules.id, { onDelete: 'cascade' }),
    userId: uuid('user_id')
      .$type<UserId>()
      .notNull()
      .references(() => users.id, { onDelete: 'cascade' }),
    credit: doublePrecision().notNull(),
  },
  (table) => [primaryKey({ columns: [table.ruleId, table.userId] })],
);
