import { sql } from 'drizzle-orm';
import { boolean, check, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { BookingId, CalendarId, PersonId, StaffId, SubmissionId } from '@plumgate/core/basics';
import { calendarFormat, type BookingAnswer, type Deposit } from '@plumgate/core/booking';
import { staff } from '../clients/record-tables.ts';
import { ofClient } from '../clients/table.ts';
import { people } from '../people/table.ts';
import { documentColumn, instant, json } from '../../platform/database/columns.ts';

export const calendars = pgTable(
  'calendars',
  {
    id: uuid().$type<CalendarId>().primaryKey(),
    clientId: ofClient(),
    content: documentColumn(calendarFormat)().notNull(),
    version: integer().notNull().default(1),
    /** Deleted: in the bin. */
    removedAt: instant('removed_at'),
  },
  (table) => [index('calendars_by_client').on(table.clientId)],
);

/**
 * `booked` → `came` or `missed`, or `cancelled` before. In a calendar of one seat no two that hold time of the same holder
 * may overlap: an exclusion constraint, `bookings_never_doubled`, written by hand in the migrations keeps it so. With several
 * seats a count under the calendar's row lock does.
 */
export const bookings = pgTable(
  'bookings',
  {
    id: uuid().$type<BookingId>().primaryKey(),
    clientId: ofClient(),
    calendarId: uuid('calendar_id')
      .$type<CalendarId>()
      .notNull()
      .references(() => calendars.id),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** The form it came with; null for one made by hand. */
    submissionId: uuid('submission_id').$type<SubmissionId>(),
    /** Who of the staff it is with; null for nobody by name, or once they have left. */
    staffId: uuid('staff_id')
      .$type<StaffId>()
      .references(() => staff.id, { onDelete: 'set null' }),
    /** Whose time it takes, in whatever calendar: somebody of the staff, or else the calendar itself. */
    holder: uuid().notNull(),
    /** Which of several places of the calendar; null where it has one. */
    place: text(),
    /** What the calendar's questions were answered by. */
    answers: json<BookingAnswer[]>().notNull().default([]),
    /** A deposit that was taken elsewhere and is noted here; null for none. */
    deposit: json<Deposit>(),
    startsAt: instant('starts_at').notNull(),
    endsAt: instant('ends_at').notNull(),
    /** Its end with the space that is kept free after it. */
    heldUntil: instant('held_until').notNull(),
    /** Made while the calendar had one seat: nothing else may lie in its time. */
    exclusive: boolean('alone').notNull(),
    state: text().$type<'booked' | 'came' | 'missed' | 'cancelled'>().notNull(),
    /** Grows with every change: the SEQUENCE of its calendar file. */
    changes: integer().notNull().default(0),
    madeAt: instant('made_at').notNull(),
  },
  (table) => [
    index('bookings_by_time').on(table.calendarId, table.startsAt),
    index('bookings_of_client').on(table.clientId, table.startsAt),
    index('bookings_of_person').on(table.personId),
    index('bookings_of_staff').on(table.staffId, table.startsAt),
    check('bookings_end_after_start', sql`${table.endsAt} > ${table.startsAt}`),
  ],
);

export type CalendarRow = typeof calendars.$inferSelect;

export type BookingRow = typeof bookings.$inferSelect;
