import { sql } from 'drizzle-orm';
import { index, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type {
  CalendarId,
  PersonId,
  StaffId,
  SubmissionId,
  WaitingEntryId,
} from '@plumgate/core/basics';
import { staff } from '../clients/record-tables.ts';
import { ofClient } from '../clients/table.ts';
import { people } from '../people/table.ts';
import { instant } from '../../platform/database/columns.ts';
import { calendars } from './table.ts';

/**
 * Who waits for a seat: `waiting` → `offered` → `taken`, `declined` or `expired`; `left` for who was taken off the list. An
 * offer holds its seat until it is answered or over: it counts like a booking.
 */
export const waitingList = pgTable(
  'waiting_list',
  {
    id: uuid().$type<WaitingEntryId>().primaryKey(),
    clientId: ofClient(),
    calendarId: uuid('calendar_id')
      .$type<CalendarId>()
      .notNull()
      .references(() => calendars.id, { onDelete: 'cascade' }),
    personId: uuid('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** The form they asked with; null for who was put down by hand. */
    submissionId: uuid('submission_id').$type<SubmissionId>(),
    /** The date of an event that they want; null for any time of the calendar. */
    wants: instant(),
    /** Whom of the staff they want to see, and at which of several places; null for anybody, and for any place. */
    wishedStaff: uuid('wished_staff')
      .$type<StaffId>()
      .references(() => staff.id, { onDelete: 'set null' }),
    wishedPlace: text('wished_place'),
    state: text()
      .$type<'waiting' | 'offered' | 'taken' | 'declined' | 'expired' | 'left'>()
      .notNull(),
    since: instant().notNull(),
    /** What is offered, which member of the staff takes it, and until when. */
    offeredStart: instant('offered_start'),
    offeredEnd: instant('offered_end'),
    offeredStaff: uuid('offered_staff').$type<StaffId>(),
    offeredUntil: instant('offered_until'),
  },
  (table) => [
    index('waiting_list_in_order').on(table.calendarId, table.state, table.since),
    index('waiting_list_of_person').on(table.personId),
    // An offer that is over is looked for every second.
    index('waiting_list_by_offer')
      .on(table.offeredUntil)
      .where(sql`${table.state} = 'offered'`),
    uniqueIndex('waiting_list_once')
      .on(table.calendarId, table.personId, sql`coalesce(${table.wants}, '-infinity')`)
      .where(sql`${table.state} in ('waiting', 'offered')`),
  ],
);
