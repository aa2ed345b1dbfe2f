import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { BusyFeedId, StaffId, TimeOffId } from '@plumgate/core/basics';
import type { StaffTimes } from '@plumgate/core/booking';
import { staff } from '../clients/record-tables.ts';
import { ofClient } from '../clients/table.ts';
import { instant, json } from '../../platform/database/columns.ts';

const ofStaff = () =>
  uuid('staff_id')
    .$type<StaffId>()
    .notNull()
    .references(() => staff.id, { onDelete: 'cascade' });

/** When somebody of the staff takes bookings and what they can do; nothing is kept for who never was set up. */
export const staffTimes = pgTable('staff_times', {
  staffId: ofStaff().primaryKey(),
  clientId: ofClient(),
  content: json<StaffTimes>().notNull(),
  version: integer().notNull().default(1),
});

/** Time in which somebody of the staff takes no bookings. */
export const timeOff = pgTable(
  'time_off',
  {
    id: uuid().$type<TimeOffId>().primaryKey(),
    clientId: ofClient(),
    staffId: ofStaff(),
    startsAt: instant('starts_at').notNull(),
    endsAt: instant('ends_at').notNull(),
    note: text().notNull(),
  },
  (table) => [index('time_off_of_staff').on(table.staffId, table.endsAt)],
);

/** The address of somebody's own calendar, from which busy times are read every few minutes. */
export const busyFeeds = pgTable(
  'busy_feeds',
  {
    id: uuid().$type<BusyFeedId>().primaryKey(),
    clientId: ofClient(),
    staffId: ofStaff(),
    address: text().notNull(),
    /** When it was last read; what it says holds until it is read again. */
    readAt: instant('read_at'),
    /** Why the last try failed, as a sentence; null when it did not. */
    problem: text(),
    /** How often it failed since it was last read. */
    failures: integer().notNull().default(0),
    nextAt: instant('next_at').notNull(),
  },
  (table) => [
    index('busy_feeds_of_staff').on(table.staffId),
    index('busy_feeds_by_next').on(table.nextAt),
  ],
);

/** When somebody is busy, as their own calendar says. */
export const busyTimes = pgTable(
  'busy_times',
  {
    feedId: uuid('feed_id')
      .$type<BusyFeedId>()
      .notNull()
      .references(() => busyFeeds.id, { onDelete: 'cascade' }),
    startsAt: instant('starts_at').notNull(),
    endsAt: instant('ends_at').notNull(),
  },
  (table) => [index('busy_times_of_feed').on(table.feedId, table.endsAt)],
);
