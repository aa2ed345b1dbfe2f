import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { CampaignId } from '@plumgate/core/basics';
import { campaignFormat, type CampaignState } from '@plumgate/core/campaigns';
import { documentColumn, instant } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/** Messages to lists of people. Who gets one, and what became of it, are rows of the outbox with its id. */
export const campaigns = pgTable(
  'campaigns',
  {
    id: uuid().$type<CampaignId>().primaryKey(),
    clientId: ofClient(),
    content: documentColumn(campaignFormat)().notNull(),
    version: integer().notNull().default(1),
    state: text().$type<CampaignState>().notNull().default('draft'),
    madeAt: instant('made_at').notNull(),
    sentAt: instant('sent_at'),
    sentBy: text('sent_by').notNull().default(''),
    pausedAt: instant('paused_at'),
    /** Why it paused itself; empty where somebody did. */
    pausedBecause: text('paused_because').notNull().default(''),
    /** The campaign whose people who did not open it get this one. */
    resendOf: uuid('resend_of').$type<CampaignId>().unique(),
    /** Deleted: in the bin. */
    removedAt: instant('removed_at'),
  },
  (table) => [index('campaigns_by_client').on(table.clientId, table.madeAt)],
);
