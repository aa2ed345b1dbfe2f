import type { Instant } from '../basics/index.ts';

const hour = 3_600_000_000_000n;
const quarter = hour / 4n;

/**
 * The beginning of the hour that a moment is counted in, so that hours can be read in the zone of a client who may change it:
 * an hour of UTC, which is an hour of nearly every zone, and a quarter of one where the zone is off by part of an hour.
 */
export function countedHour(at: Instant, zone: string): Instant {
  const { offsetNanoseconds } = at.toZonedDateTimeISO(zone);
  const length = BigInt(offsetNanoseconds) % hour === 0n ? hour : quarter;
  const past = at.epochNanoseconds % length;
  return at.subtract({ nanoseconds: Number(past < 0n ? past + length : past) });
}

/** An hour of the week as counts have it: the day from Monday, 1, to Sunday, 7, and the hour from 0 to 23, `4-09`. */
export const hourKey = (weekday: number, hourOfDay: number): string =>
  `${weekday}-${String(hourOfDay).padStart(2, '0')}`;
