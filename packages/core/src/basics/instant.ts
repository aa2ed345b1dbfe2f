import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';

/** A moment on the time line. Zones enter only where a wall time is read or shown. */
export type Instant = Temporal.Instant;

/** A moment on the wire: ISO 8601 in UTC, for example `2026-11-05T14:12:00Z`, in a year that anything of ours can lie in. */
export const InstantText = z.iso
  .datetime({ offset: true, abort: true })
  .refine((text) => isUsable(Temporal.Instant.from(text)), {
    error: 'Give a moment between the years 1900 and 2200.',
  });

/** Databases and calendars end where Temporal goes on; nothing of ours lies near either end. */
export const isUsable = (at: Instant): boolean =>
  Temporal.Instant.compare(at, earliest) >= 0 && Temporal.Instant.compare(at, farthest) < 0;
const earliest = Temporal.Instant.from('1900-01-01T00:00:00Z');
const farthest = Temporal.Instant.from('2200-01-01T00:00:00Z');

/** An IANA zone name that this runtime knows, for example `America/New_York`. */
export const Zone = z.string().refine(isZone, {
  error: (issue) =>
    `“${String(issue.input)}” is not a time zone. Use a name such as America/New_York.`,
});

/** True for a zone name with known rules; false for anything else, an offset such as `+02:00` too. */
export function isZone(name: string): boolean {
  if (/^[+-]/.test(name)) return false;
  try {
    Temporal.Instant.fromEpochMilliseconds(0).toZonedDateTimeISO(name);
    return true;
  } catch {
    return false;
  }
}

/** A local time of day, `HH:MM`, 24 hours. */
export const TimeOfDay = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Use a time such as 09:00.');

/** The local calendar day of a moment, `YYYY-MM-DD`. */
export function localDay(at: Instant, zone: string): string {
  return at.toZonedDateTimeISO(zone).toPlainDate().toString();
}

/** A moment as a person reads it in a zone: `Thursday, November 12 at 9:00 AM`, for `en-GB` `Thursday 12 November at 09:00`. */
export function whenWords(at: Instant, zone: string, locale = 'en-US'): string {
  if (locale.startsWith('en-'))
    return `${dayWords(at, zone, locale)} at ${clockWords(at, zone, locale)}`;
  return at.toZonedDateTimeISO(zone).toLocaleString(locale, {
    weekday: 'long',
    month: 'long',
    day: 'numeric',
    hour: 'numeric',
    minute: '2-digit',
  });
}

/**
 * What is added to a time where its zone is not the reader's: `, Eastern Time`; nothing where it is, or where the clocks of
 * both show the same.
 */
export function zoneNote(at: Instant, zone: string, readerZone: string, locale = 'en-US'): string {
  const offset = (name: string) => at.toZonedDateTimeISO(name).offset;
  if (zone === readerZone || offset(zone) === offset(readerZone)) return '';
  const parts = new Intl.DateTimeFormat(locale, {
    timeZone: zone,
    timeZoneName: 'longGeneric',
  }).formatToParts(at.epochMilliseconds);
  return `, ${parts.find(({ type }) => type === 'timeZoneName')?.value ?? zone}`;
}

/** The day of a moment as a person reads it in a zone: `Thursday, November 12`. */
export function dayWords(at: Instant, zone: string, locale = 'en-US'): string {
  return at
    .toZonedDateTimeISO(zone)
    .toLocaleString(locale, { weekday: 'long', month: 'long', day: 'numeric' });
}

/** The time of day of a moment in a zone: `9:00 AM`. */
export function clockWords(at: Instant, zone: string, locale = 'en-US'): string {
  return at
    .toZonedDateTimeISO(zone)
    .toLocaleString(locale, { timeStyle: 'short' })
    .replace('\u202f', ' ');
}
