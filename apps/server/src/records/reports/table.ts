import { sql } from 'drizzle-orm';
import { index, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { ReportId, ReportIssueId } from '@plumgate/core/basics';
import { reportFormat, type ReportPart, type ReportSheet } from '@plumgate/core/reports';
import { documentColumn, instant, json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/** The monthly reports of a client: what each shows, and to whom it is sent by itself. */
export const reports = pgTable(
  'reports',
  {
    id: uuid().$type<ReportId>().primaryKey(),
    clientId: ofClient(),
    content: documentColumn(reportFormat)().notNull(),
    /** When the next is sent by itself; null for never. */
    nextAt: instant('next_at'),
    madeAt: instant('made_at').notNull(),
  },
  (table) => [
    index('reports_of_client').on(table.clientId, table.madeAt),
    index('reports_due')
      .on(table.nextAt)
      .where(sql`${table.nextAt} is not null`),
  ],
);

/** A report of one month, as it was made: behind a link that needs no account and ends. */
export const reportIssues = pgTable(
  'report_issues',
  {
    id: uuid().$type<ReportIssueId>().primaryKey(),
    clientId: ofClient(),
    reportId: uuid('report_id')
      .$type<ReportId>()
      .notNull()
      .references(() => reports.id, { onDelete: 'cascade' }),
    /** `2026-10`. */
    month: text().notNull(),
    name: text().notNull(),
    brand: text().$type<'client' | 'agency'>().notNull(),
    parts: json<ReportPart[]>().notNull(),
    /** What the marketer says of the month. */
    words: text().notNull().default(''),
    sheet: json<ReportSheet>().notNull(),
    madeAt: instant('made_at').notNull(),
    expiresAt: instant('expires_at').notNull(),
    sentAt: instant('sent_at'),
  },
  (table) => [unique('report_issues_by_month').on(table.reportId, table.month)],
);
