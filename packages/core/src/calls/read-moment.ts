import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';

/** Countries that write the month before the day: the United States, and the Philippines as they do (CLDR 44, from memory). */
const monthFirst = new Set(['US', 'PH']);

const parts =
  /^(\d{1,4})[-/.](\d{1,2})[-/.](\d{1,4})(?:[,T ]+(\d{1,2})(?::(\d{2}))?(?::(\d{2}))?(?:\.\d+)?\s*([ap])?\.?m?\.?)?$/i;

/**
 * A date and time as lists write them: with its offset (RFC 3339), or by the clock on a wall of `zone` with the year first,
 * or in the order of `country`. A date alone is its noon. Null for what is none.
 */
export function readMoment(
  text: string,
  { zone, country }: { zone: string; country: string },
): Instant | null {
  const plain = text.trim().replace(/\s+/g, ' ');
  const withOffset = /(?:z|[+-]\d{2}:?\d{2})$/i.test(plain) && /\d:\d\d/.test(plain);
  try {
    if (withOffset)
      return Temporal.Instant.from(plain.replace(/^(\S+) (\d)/, '$1T$2').replace(' ', ''));
    const found = parts.exec(plain);
    if (!found) return null;
    const [first, second, third] = found.slice(1, 4).map(Number) as [number, number, number];
    const [year, month, day] =
      first > 31
        ? [first, second, third]
        : monthFirst.has(country)
          ? [third, first, second]
          : [third, second, first];
    const clock = hourOf(found[4], found[7]);
    if (clock === null) return null;
    return Temporal.PlainDateTime.from(
      {
        ...{ year: year < 100 ? 2000 + year : year, month, day },
        ...{ hour: clock, minute: Number(found[5] ?? 0), second: Number(found[6] ?? 0) },
      },
      { overflow: 'reject' },
    )
      .toZonedDateTime(zone)
      .toInstant();
  } catch {
    return null;
  }
}

/** The hour of the day of an hour as it is written, with `a` or `p` of "am" and "pm"; noon where none is written. */
function hourOf(written: string | undefined, half: string | undefined): number | null {
  if (written === undefined) return 12;
  const hour = Number(written);
  if (!half) return hour;
  if (hour < 1 || hour > 12) return null;
  return (hour % 12) + (half.toLowerCase() === 'p' ? 12 : 0);
}
