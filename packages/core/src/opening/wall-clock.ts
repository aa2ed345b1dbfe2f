/** Each once: making one costs more than a hundred uses, and a page of free times needs it for every one. */
const formats = new Map<string, Intl.DateTimeFormat>();

function formatOf(locale: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${locale} ${Object.keys(options).join()}`;
  const known =
    formats.get(key) ?? new Intl.DateTimeFormat(locale, { ...options, timeZone: 'UTC' });
  formats.set(key, known);
  return known;
}

/**
 * A time on the wall as a locale writes it, in minutes since midnight: 570 is `9:30 AM`, or `09:30` where the day has
 * 24 hours. `short` leaves the minutes of a whole hour out where AM or PM says that it is one: `9 AM`, but `09:00`.
 */
export function wallClock(minute: number, locale: string, short = false): string {
  const hours = formatOf(locale, { hour: 'numeric' });
  const isShort = short && minute % 60 === 0 && hours.resolvedOptions().hour12;
  const format = isShort ? hours : formatOf(locale, { timeStyle: 'short' });
  return format.format(minute * 60_000).replace('\u202f', ' ');
}

/** A weekday from Monday, 0, as it stands within a sentence: `Monday`, `lunes`. */
export const weekdayIn = (locale: string, day: number): string =>
  // 5 January 1970 was a Monday.
  formatOf(locale, { weekday: 'long' }).format((day + 4) * 86_400_000);
