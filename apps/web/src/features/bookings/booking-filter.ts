import type { BookingView, CalendarView } from '@plumgate/contract';

/** Whose bookings are shown, and of which calendar; empty for all. */
export interface BookingFilter {
  calendar: string;
  staff: string;
}

/** The bookings that a filter lets through. */
export const filtered = (
  bookings: readonly BookingView[],
  { calendar, staff }: BookingFilter,
): BookingView[] =>
  bookings.filter(
    (one) =>
      (calendar === '' || one.calendarId === calendar) && (staff === '' || one.staff?.id === staff),
  );

/** The calendars that a filter lets through; those without staff are left out while one person's bookings are shown. */
export const calendarsIn = (
  calendars: readonly CalendarView[],
  { calendar, staff }: BookingFilter,
): CalendarView[] =>
  calendars.filter(
    (one) =>
      (calendar === '' || one.id === calendar) &&
      (staff === '' || one.staff.some(({ id }) => id === staff)),
  );

/** Who takes bookings in any of some calendars, each once. */
export const staffIn = (calendars: readonly CalendarView[]): { id: string; name: string }[] => [
  ...new Map(
    calendars.flatMap(({ staff }) => staff).map((one) => [one.id as string, one]),
  ).values(),
];
