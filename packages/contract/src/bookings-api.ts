import {
  BookingId,
  BusyFeedId,
  CalendarId,
  ClientId,
  InstantText,
  PersonId,
  StaffId,
  TimeOffId,
  WaitingEntryId,
} from '@plumgate/core/basics';
import { CalendarContent, Deposit, StaffTimes, WallTime } from '@plumgate/core/booking';
import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { DraftContent, inBin, name, nothing, Version } from './parts.ts';
import {
  BookingView,
  CalendarView,
  EventChange,
  LeadRates,
  SlotView,
  StaffTimesView,
  WaitingView,
} from './shapes.ts';

const ofClient = z.object({ clientId: ClientId });
const ofCalendar = z.object({ calendarId: CalendarId });
const ofBooking = z.object({ bookingId: BookingId });
const ofStaff = z.object({ staffId: StaffId });

export const listCalendars = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/calendars',
  summary: "A client's calendars",
  right: 'bookings.read',
  params: ofClient,
  answer: z.object({ calendars: z.array(CalendarView) }),
});
export const createCalendar = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/calendars',
  summary: 'Start a calendar with plain hours, or an event on a date',
  right: 'bookings.set-up',
  params: ofClient,
  body: z.object({
    name: name('the calendar'),
    /** When it takes place, for an event: wall time of the client, `2026-11-19T18:30`, and its length. */
    event: z
      .object({
        start: WallTime,
        minutes: z.int().min(5, 'At least 5 minutes.').max(1440, 'At most 24 hours.'),
      })
      .optional(),
  }),
  answer: CalendarView,
});
export const previewCalendarChange = endpoint({
  method: 'POST',
  path: '/api/calendars/:calendarId/preview',
  summary: 'What a change of an event means for those who are signed up',
  asks: true,
  right: 'bookings.set-up',
  params: ofCalendar,
  body: z.object({ content: CalendarContent }),
  answer: EventChange,
});
export const getCalendar = endpoint({
  method: 'GET',
  path: '/api/calendars/:calendarId',
  summary: 'A calendar with its settings',
  right: 'bookings.read',
  params: ofCalendar,
  answer: CalendarView,
});
export const saveCalendar = endpoint({
  method: 'PUT',
  path: '/api/calendars/:calendarId',
  summary:
    'Change a calendar; bookings that are made stay as they are, but an event takes them along',
  right: 'bookings.set-up',
  params: ofCalendar,
  body: z.object({ version: Version, content: CalendarContent }),
  answer: CalendarView,
});
export const saveCalendarDraft = endpoint({
  method: 'PUT',
  path: '/api/calendars/:calendarId/draft',
  summary: 'Keep what is being changed of a calendar; it takes effect when it is saved',
  right: 'bookings.set-up',
  params: ofCalendar,
  body: DraftContent,
  answer: nothing,
});
export const discardCalendarDraft = endpoint({
  method: 'DELETE',
  path: '/api/calendars/:calendarId/draft',
  summary: 'Discard what was being changed of a calendar',
  right: 'bookings.set-up',
  params: ofCalendar,
  answer: nothing,
});
export const removeCalendar = endpoint({
  method: 'DELETE',
  path: '/api/calendars/:calendarId',
  summary: 'Move a calendar to the bin; bookings that are made stay',
  right: 'bookings.set-up',
  params: ofCalendar,
  answer: inBin,
});
export const listSlots = endpoint({
  method: 'GET',
  path: '/api/calendars/:calendarId/slots',
  summary: 'The free starts of a calendar',
  right: 'bookings.read',
  params: ofCalendar,
  query: z.object({
    from: InstantText,
    until: InstantText,
    /** Of the starts that somebody of the staff can take, and at a place, of several. */
    staff: StaffId.optional(),
    place: z.string().max(40).optional(),
  }),
  answer: z.object({ slots: z.array(SlotView) }),
});
export const listBookings = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/bookings',
  summary: "A client's bookings in a stretch of time",
  right: 'bookings.read',
  params: ofClient,
  query: z.object({ from: InstantText, until: InstantText }),
  answer: z.object({ bookings: z.array(BookingView) }),
});
export const addBooking = endpoint({
  method: 'POST',
  path: '/api/calendars/:calendarId/bookings',
  summary: 'Book for someone, outside of hours too: for a known person or a new one',
  right: 'bookings.write',
  params: ofCalendar,
  body: z
    .object({
      start: InstantText,
      personId: PersonId.optional(),
      name: z.string().trim().max(120).default(''),
      email: z
        .union([z.literal(''), z.email('Give an email address such as ana@example.com.')])
        .default(''),
      phone: z.string().trim().max(40).default(''),
      /** Who of the staff; left out for whoever is free. */
      staff: StaffId.optional(),
      place: z.string().max(40).optional(),
      /** What was answered to the calendar's questions, by their ids. */
      answers: z.record(z.string().max(40), z.string().max(2000)).default({}),
    })
    .refine((body) => body.personId !== undefined || body.name !== '', {
      error: 'Say who it is for.',
      path: ['name'],
    }),
  answer: BookingView,
});
export const moveBooking = endpoint({
  method: 'PUT',
  path: '/api/bookings/:bookingId/time',
  summary:
    'Give a booking another time, or to somebody else of the staff; the person is told, reminders follow',
  right: 'bookings.write',
  params: ofBooking,
  body: z.object({ start: InstantText, staff: StaffId.optional() }),
  answer: BookingView,
});
export const cancelBooking = endpoint({
  method: 'POST',
  path: '/api/bookings/:bookingId/cancel',
  summary: 'Cancel a booking; the person is told',
  right: 'bookings.write',
  params: ofBooking,
  answer: BookingView,
});
export const markBooking = endpoint({
  method: 'POST',
  path: '/api/bookings/:bookingId/mark',
  summary: 'Say what came of a booking',
  right: 'bookings.write',
  params: ofBooking,
  body: z.object({ as: z.enum(['came', 'missed', 'booked']) }),
  answer: BookingView,
});
export const noteDeposit = endpoint({
  method: 'PUT',
  path: '/api/bookings/:bookingId/deposit',
  summary: 'Note a deposit that was taken elsewhere; null for none',
  right: 'bookings.write',
  params: ofBooking,
  body: z.object({ deposit: Deposit.nullable() }),
  answer: BookingView,
});

export const listStaffTimes = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/staff-times',
  summary: "When a client's staff take bookings, in the order of the fact sheet",
  right: 'bookings.read',
  params: ofClient,
  answer: z.object({ staff: z.array(StaffTimesView) }),
});
export const saveStaffTimes = endpoint({
  method: 'PUT',
  path: '/api/staff/:staffId/times',
  summary: 'Set when somebody of the staff takes bookings, and what they can do',
  right: 'bookings.set-up',
  params: ofStaff,
  body: z.strictObject({ version: Version, content: StaffTimes }),
  answer: nothing,
});
export const addTimeOff = endpoint({
  method: 'POST',
  path: '/api/staff/:staffId/time-off',
  summary: 'Keep a time free of bookings; bookings that are made stay',
  right: 'bookings.write',
  params: ofStaff,
  body: z
    .strictObject({
      from: InstantText,
      until: InstantText,
      note: z.string().trim().max(120).default(''),
    })
    .refine(({ from, until }) => Date.parse(from) < Date.parse(until), {
      error: 'The end comes after the beginning.',
      path: ['until'],
    }),
  answer: z.object({ id: TimeOffId }),
});
export const removeTimeOff = endpoint({
  method: 'DELETE',
  path: '/api/time-off/:timeOffId',
  summary: 'Open a time for bookings again',
  right: 'bookings.write',
  params: z.object({ timeOffId: TimeOffId }),
  answer: nothing,
});
export const addBusyFeed = endpoint({
  method: 'POST',
  path: '/api/staff/:staffId/busy-feeds',
  summary:
    "Read busy times from somebody's own calendar, by its iCalendar address; it is read at once",
  right: 'bookings.set-up',
  params: ofStaff,
  body: z.strictObject({ address: z.string().trim().min(1).max(2000) }),
  answer: z.object({ id: BusyFeedId, busy: z.int() }),
});
export const removeBusyFeed = endpoint({
  method: 'DELETE',
  path: '/api/busy-feeds/:busyFeedId',
  summary: 'Read that calendar no more, and forget what it said',
  right: 'bookings.set-up',
  params: z.object({ busyFeedId: BusyFeedId }),
  answer: nothing,
});

const FeedState = z.object({ madeAt: InstantText.nullable() });
const NewFeed = z.object({ address: z.url() });
export const getCalendarFeed = endpoint({
  method: 'GET',
  path: '/api/calendars/:calendarId/feed',
  summary: "Whether there is a private address at which a calendar's bookings can be read",
  right: 'bookings.set-up',
  params: ofCalendar,
  answer: FeedState,
});
export const makeCalendarFeed = endpoint({
  method: 'POST',
  path: '/api/calendars/:calendarId/feed',
  summary: "Make a private address for a calendar's bookings; one of before stops working",
  right: 'bookings.set-up',
  params: ofCalendar,
  answer: NewFeed,
});
export const withdrawCalendarFeed = endpoint({
  method: 'DELETE',
  path: '/api/calendars/:calendarId/feed',
  summary: 'Stop the private address',
  right: 'bookings.set-up',
  params: ofCalendar,
  answer: nothing,
});
export const getStaffFeed = endpoint({
  method: 'GET',
  path: '/api/staff/:staffId/feed',
  summary: "Whether there is a private address at which somebody's bookings can be read",
  right: 'bookings.set-up',
  params: ofStaff,
  answer: FeedState,
});
export const makeStaffFeed = endpoint({
  method: 'POST',
  path: '/api/staff/:staffId/feed',
  summary:
    'Make a private address for the bookings of somebody of the staff; one of before stops working',
  right: 'bookings.set-up',
  params: ofStaff,
  answer: NewFeed,
});
export const withdrawStaffFeed = endpoint({
  method: 'DELETE',
  path: '/api/staff/:staffId/feed',
  summary: 'Stop the private address',
  right: 'bookings.set-up',
  params: ofStaff,
  answer: nothing,
});

export const listWaitingEntries = endpoint({
  method: 'GET',
  path: '/api/calendars/:calendarId/waiting-list',
  summary: 'Who waits for a seat, in their order',
  right: 'bookings.read',
  params: ofCalendar,
  answer: z.object({ waiting: z.array(WaitingView) }),
});
export const addWaitingEntry = endpoint({
  method: 'POST',
  path: '/api/calendars/:calendarId/waiting-list',
  summary: 'Put a person on the waiting list, for a date of an event or for any time',
  right: 'bookings.write',
  params: ofCalendar,
  body: z.strictObject({
    personId: PersonId,
    wants: InstantText.nullable().default(null),
    /** Who of the staff, and at which of several places; left out for anybody, and for the first place. */
    staff: StaffId.optional(),
    place: z.string().max(40).optional(),
  }),
  bodyIds: { staff: 'staffId' },
  answer: nothing,
});
export const removeWaitingEntry = endpoint({
  method: 'DELETE',
  path: '/api/waiting-list/:waitingEntryId',
  summary: 'Take somebody off the waiting list; a seat that is held for them goes to the next',
  right: 'bookings.write',
  params: z.object({ waitingEntryId: WaitingEntryId }),
  answer: nothing,
});

export const getLeadRates = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/lead-rates',
  summary: 'How fast leads hear from a client, how many book, and how many miss their booking',
  right: 'bookings.read',
  params: ofClient,
  query: z.object({ days: z.coerce.number<string>().int().min(1).max(366).default(90) }),
  answer: LeadRates,
});
