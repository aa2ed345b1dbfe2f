import { sql } from 'drizzle-orm';
import { check, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { CalendarId, StaffId } from '@plumgate/core/basics';
import { staff } from '../clients/record-tables.ts';
import { ofClient } from '../clients/table.ts';
import { instant } from '../../platform/database/columns.ts';
import { calendars } from './table.ts';

/**
 * A private address at which a calendar program reads the bookings of a calendar, or of somebody of the staff. Only a hash
 * of what is in the address is kept; each has one at most.
 */
export const calendarFeeds = pgTable(
  'calendar_feeds',
  {
    tokenHash: text('token_hash').primaryKey(),
    clientId: ofClient(),
    calendarId: uuid('calendar_id')
      .$type<CalendarId>()
      .unique()
      .references(() => calendars.id, { onDelete: 'cascade' }),
    staffId: uuid('staff_id')
      .$type<StaffId>()
      .unique()
      .references(() => staff.id, { onDelete: 'cascade' }),
    madeAt: instant('made_at').notNull(),
  },
  (table) => [
    check('calendar_feeds_of_one', sql`num_nonnulls(${table.calendarId}, ${table.staffId}) = 1`),
  ],
);
