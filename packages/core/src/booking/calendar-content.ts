import { z } from 'zod';
import { SequenceId } from '../basics/index.ts';
import { Email, emailFromText } from '../emails/index.ts';
import type { MergeGroup } from '../messages/index.ts';
import type { Week } from '../opening/index.ts';
import { bookingPlaces, type BookingPlace } from './booking-place.ts';
import { Calendar, plainCalendar } from './calendar.ts';

/** A calendar as the agency keeps it: which starts it offers, and what a booking in it causes. */
export const CalendarContent = z.strictObject({
  name: z.string().trim().min(1, 'Name the calendar.').max(80),
  /** Whose place it is; `bookingPlaceWords` says it to the person. */
  place: z.enum(Object.keys(bookingPlaces) as [BookingPlace, ...BookingPlace[]]).default('ours'),
  /** The address, what is said of it, or the video link; empty takes what the kind of place has. */
  where: z.string().trim().max(200),
  rules: Calendar,
  confirmation: Email,
  /** Who of the business is notified of every booking, move and cancellation. */
  notify: z.array(z.email()).max(10),
  /** The sequence that a booking starts, counting back from it. */
  sequence: SequenceId.nullable(),
});
export type CalendarContent = z.infer<typeof CalendarContent>;

/** What the words of a confirmation may name. */
export const confirmationMergeGroups: readonly MergeGroup[] = ['person', 'booking', 'client'];

/** A calendar for consultations with plain words for its confirmation; its hours are the client's, or plain ones where none are known. */
export const newCalendar = (name: string, zone: string, week?: Week): CalendarContent => ({
  name,
  place: 'ours',
  where: '',
  rules: {
    ...plainCalendar(zone),
    ...(week?.some((spans) => spans.length > 0) && { hours: week }),
  },
  confirmation: emailFromText({
    subject: 'See you on {{ booking.when }}',
    body: `Hello {{ person.first_name | default: "there" }},

your time is booked: {{ booking.when }}.
Where: {{ booking.where }}

If you need to change it, move or cancel it here:

{{ booking.change_link }}

{{ client.name }}
{{ client.phone }}`,
  }),
  notify: [],
  sequence: null,
});
