import { z } from 'zod';
import { namedSchema, SequenceId } from '../basics/index.ts';
import { Email, emailFromText } from '../emails/index.ts';
import type { MergeGroup } from '../messages/index.ts';
import type { Week } from '../opening/index.ts';
import { bookingPlaces, type BookingPlace } from './booking-place.ts';
import { Calendar, plainCalendar } from './calendar.ts';
import { CalendarQuestion } from './calendar-question.ts';
import { EventDates, onceAt } from './event-dates.ts';
import { CalendarPlace, Staffing } from './staffing.ts';

const shape = z.strictObject({
  name: z.string().trim().min(1, 'Name the calendar.').max(80),
  /** Whose place it is; `bookingPlaceWords` says it to the person. */
  place: z.enum(Object.keys(bookingPlaces) as [BookingPlace, ...BookingPlace[]]).default('ours'),
  /** The address, what is said of it, or the video link; empty takes what the kind of place has. */
  where: z.string().trim().max(200),
  /** Where there are several places, of which a visitor chooses one; empty for one place, `where`. */
  places: z.array(CalendarPlace).max(20).default([]),
  /** Whose time it is; null for a calendar of nobody in particular. An event has none. */
  staffing: Staffing.nullable().default(null),
  rules: Calendar,
  /** Asked of everybody who books, besides what the page's form asks. */
  questions: z.array(CalendarQuestion).max(12).default([]),
  /** For how many hours a seat that was given back is held for the first who waits; null for no waiting list. */
  waiting: z
    .strictObject({ hours: z.int().min(1, 'At least an hour.').max(168, 'At most a week.') })
    .nullable()
    .default(null),
  /** How many bookings a person may have ahead of them; null for any number. */
  mostPerPerson: z.int().min(1).max(100).nullable().default(null),
  /** The dates of an event; null for a calendar whose times its hours give. */
  dates: EventDates.nullable().default(null),
  confirmation: Email,
  /** Who of the business is notified of every booking, move and cancellation. */
  notify: z.array(z.email()).max(10),
  /** The sequence that a booking starts, counting back from it. */
  sequence: SequenceId.nullable(),
});
/**
 * A calendar as the agency keeps it: which starts it offers, and what a booking in it causes. An event is a calendar that
 * has dates of its own in place of hours; to be signed up for it is to have a booking on one of them.
 */
export interface CalendarContent extends z.infer<typeof shape> {}
export const CalendarContent = namedSchema<CalendarContent>(shape);

/** What the words of a confirmation may name: of an event also what it is. */
export const confirmationMergeGroups = ({
  dates,
}: Pick<CalendarContent, 'dates'>): readonly MergeGroup[] => [
  'person',
  'booking',
  'client',
  ...(dates ? (['event'] as const) : []),
];

/** A calendar for consultations with plain words for its confirmation; its hours are the client's, or plain ones where none are known. */
export const newCalendar = (name: string, zone: string, week?: Week): CalendarContent => ({
  name,
  place: 'ours',
  where: '',
  places: [],
  staffing: null,
  mostPerPerson: null,
  questions: [],
  waiting: null,
  rules: {
    ...plainCalendar(zone),
    ...(week?.some((spans) => spans.length > 0) && { hours: week }),
  },
  confirmation: emailFromText({
    subject: 'See you on {{ booking.when }}',
    body: `Hello {{ person.first_name | default: "there" }},

Your time is booked: {{ booking.when }}.
Where: {{ booking.where }}

If you need to change it, move or cancel it here:

{{ booking.change_link }}

{{ client.name }}
{{ client.phone }}`,
  }),
  notify: [],
  dates: null,
  sequence: null,
});

/** An event on one date, with words that say so; `start` is wall time in its zone. */
export const newEvent = (
  name: string,
  zone: string,
  { start, minutes }: { start: string; minutes: number },
): CalendarContent => {
  const plain = newCalendar(name, zone);
  return {
    ...plain,
    rules: {
      ...plain.rules,
      ...{ length: minutes, startEvery: minutes, before: 0, after: 0 },
      ...{ notice: 0, ahead: 730, mostPerDay: null, seats: 24 },
    },
    dates: onceAt(start),
    confirmation: emailFromText({
      subject: 'Your seat: {{ event.name }}',
      body: `Hello {{ person.first_name | default: "there" }},

Your seat is saved for {{ event.name }}: {{ booking.when }}.
Where: {{ booking.where }}

If you can’t come, please give your seat back here, so that somebody else can have it:

{{ booking.change_link }}

{{ client.name }}
{{ client.phone }}`,
    }),
  };
};
