import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';

const months =
  'january february march april may june july august september october november december'.split(
    ' ',
  );
const written = new RegExp(
  `\\b(${months.map((month) => `${month.slice(0, 3)}(?:${month.slice(3)})?`).join('|')})\\.?\\s+(\\d{1,2})(?:st|nd|rd|th)?,?\\s+(\\d{4})\\b`,
  'gi',
);

/**
 * Dates with their year in words that are over in a zone: `November 3, 2026`, `Nov 3 2026` and `2026-11-03`. A date
 * without a year says nothing of which; today is not over.
 */
export function pastDates(words: string, now: Instant, zone: string): string[] {
  const today = now.toZonedDateTimeISO(zone).toPlainDate();
  const found = [
    ...[...words.matchAll(written)].map(([text, month, day, year]) => ({
      text,
      year: Number(year),
      month: months.findIndex((one) => one.startsWith(month!.slice(0, 3).toLowerCase())) + 1,
      day: Number(day),
    })),
    ...[...words.matchAll(/\b(\d{4})-(\d\d)-(\d\d)\b/g)].map(([text, year, month, day]) => ({
      text,
      year: Number(year),
      month: Number(month),
      day: Number(day),
    })),
  ];
  return found
    .filter(({ year, month, day }) => isBefore({ year, month, day }, today))
    .map(({ text }) => text);
}

/** A date that there is and that is before another; the 31st of June is no date. */
function isBefore(
  fields: { year: number; month: number; day: number },
  than: Temporal.PlainDate,
): boolean {
  try {
    const date = Temporal.PlainDate.from(fields, { overflow: 'reject' });
    return Temporal.PlainDate.compare(date, than) < 0;
  } catch {
    return false;
  }
}
