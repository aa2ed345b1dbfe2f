import type { FunnelId, PageId, UserId } from '@plumgate/core/basics';
import { index, pgTable, real, serial, text, uuid } from 'drizzle-orm/pg-core';
import { ofClient } from '../clients/table.ts';
import { funnels } from '../funnels/table.ts';
import { pages } from '../pages/table.ts';
import { instant } from '../../platform/database/columns.ts';

/** A link by which a client looks at a funnel's drafts without an account. Only a hash of what is in the link is kept. */
export const approvalLinks = pgTable(
  'approval_links',
  {
    id: uuid().primaryKey(),
    clientId: ofClient(),
    funnelId: uuid('funnel_id')
      .$type<FunnelId>()
      .notNull()
      .references(() => funnels.id, { onDelete: 'cascade' }),
    tokenHash: text('token_hash').notNull().unique(),
    createdBy: uuid('created_by').$type<UserId>(),
    createdAt: instant('created_at').notNull(),
    expiresAt: instant('expires_at').notNull(),
    closedAt: instant('closed_at'),
    approvedAt: instant('approved_at'),
    approvedBy: text('approved_by'),
  },
  (table) => [index('approval_links_by_funnel').on(table.funnelId)],
);

/** What somebody said of a page by such a link, pinned to a part of it or to the page as a whole. */
export const remarks = pgTable(
  'remarks',
  {
    id: serial().primaryKey(),
    clientId: ofClient(),
    linkId: uuid('link_id')
      .notNull()
      .references(() => approvalLinks.id, { onDelete: 'cascade' }),
    pageId: uuid('page_id')
      .$type<PageId>()
      .notNull()
      .references(() => pages.id, { onDelete: 'cascade' }),
    /** The part it is pinned to and where in it, from 0 to 1; empty for the page as a whole. */
    part: text().notNull(),
    x: real().notNull(),
    y: real().notNull(),
    who: text().notNull(),
    words: text().notNull(),
    at: instant().notNull(),
    doneAt: instant('done_at'),
  },
  (table) => [index('remarks_by_link').on(table.linkId)],
);
