import { Temporal } from 'temporal-polyfill';

/** Moments as people read them, in the client's zone. */
const formatter = (zone: string, options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat('en-US', { timeZone: zone, ...options });

/** `Thu 5 Nov, 09:12`: the day first, 24 hours. */
export function whenText(at: string, zone: string): string {
  return `${dayText(at, zone)}, ${timeText(at, zone)}`;
}

export function dayText(at: string, zone: string): string {
  const parts = Object.fromEntries(
    formatter(zone, { weekday: 'short', day: 'numeric', month: 'short' })
      .formatToParts(new Date(at))
      .map(({ type, value }) => [type, value]),
  );
  return `${parts.weekday} ${parts.day} ${parts.month}`;
}

export const timeText = (at: string, zone: string) =>
  formatter(zone, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(new Date(at));

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
