import { minuteOf, wallClock } from '@plumgate/core/opening';
import { Temporal } from 'temporal-polyfill';

/** Moments as people read them, in the client's zone. */
const formatter = (zone: string, options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat('en-US', { timeZone: zone, ...options });

/** `Thu, Nov 5, 9:12 AM`. */
export function whenText(at: string, zone: string): string {
  return `${dayText(at, zone)}, ${timeText(at, zone)}`;
}

/** `Thu, Nov 5`. */
export const dayText = (at: string, zone: string): string =>
  formatter(zone, { weekday: 'short', day: 'numeric', month: 'short' }).format(new Date(at));

/** `Nov 5, 2025`. */
export const dateText = (at: string, zone: string): string =>
  formatter(zone, { year: 'numeric', day: 'numeric', month: 'short' }).format(new Date(at));

/** `9:12 AM`; with an ordinary space, so that it can be searched and compared. */
export const timeText = (at: string, zone: string): string =>
  formatter(zone, { hour: 'numeric', minute: '2-digit' })
    .format(new Date(at))
    .replace('\u202f', ' ');

/** `Eastern Time (America/New_York)`. */
export function zoneName(zone: string): string {
  const parts = formatter(zone, { timeZoneName: 'longGeneric' }).formatToParts(new Date(0));
  return `${parts.find(({ type }) => type === 'timeZoneName')?.value ?? zone} (${zone})`;
}

/** How long ago a moment was, in the largest whole unit that says enough: `4 min`, `3 h 20 min`, `2 days 5 h`. */
export function lengthText(from: string, to: string): string {
  const minutes = Math.max(0, Math.floor((Date.parse(to) - Date.parse(from)) / 60_000));
  const [days, hours] = [Math.floor(minutes / 1440), Math.floor(minutes / 60) % 24];
  if (days > 0) return `${days} ${days === 1 ? 'day' : 'days'}${hours > 0 ? ` ${hours} h` : ''}`;
  if (hours > 0) return `${hours} h${minutes % 60 > 0 ? ` ${minutes % 60} min` : ''}`;
  return `${minutes} min`;
}

/** A wall time of a zone as a moment; one that a clock change skips moves on. */
export const momentOf = (local: string, zone: string): string =>
  Temporal.PlainDateTime.from(local).toZonedDateTime(zone).toInstant().toString();

/** A moment as the value of a date-and-time input, in a zone. */
export const localOf = (at: string, zone: string): string =>
  Temporal.Instant.from(at)
    .toZonedDateTimeISO(zone)
    .toPlainDateTime()
    .toString({ smallestUnit: 'minute' });

/** A wall time such as `21:00` as `9:00 PM`. */
export const timeOfDay = (time: string): string => wallClock(minuteOf(time), 'en-US');

/** The local date of a moment: `2026-11-05`. */
export const todayIn = (now: string, zone: string): string =>
  Temporal.Instant.from(now).toZonedDateTimeISO(zone).toPlainDate().toString();

/** A day of the calendar: `Nov 5`. */
export const shortDay = (day: string): string =>
  Temporal.PlainDate.from(day).toLocaleString('en-US', { month: 'short', day: 'numeric' });

/** A day of the calendar with its year: `Nov 5, 2026`. */
export const dayWithYear = (day: string): string =>
  Temporal.PlainDate.from(day).toLocaleString('en-US', {
    month: 'short',
    day: 'numeric',
    year: 'numeric',
  });
