import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';
import { closedOn, type ClosedSpan } from './week-from.ts';
import { minuteOf, type Week } from './week.ts';

/** A week without hours is one in which somebody is always there; a promise of more open hours than this is not read on. */
const mostDays = 60;

/**
 * By when somebody who wrote at `at` is to be answered, when that is promised within so many minutes of opening hours.
 * Written on Saturday night with 60 minutes, and open on Monday from 09:00: Monday, 10:00, or
 * Tuesday where Monday is a holiday. With no hours at all the minutes
 * run by the clock. An hour that a clock change repeats or skips counts for what it really lasts.
 */
export function promisedBy(
  at: Instant,
  minutes: number,
  { week, closed, zone }: { week: Week; closed: readonly ClosedSpan[]; zone: string },
): Instant {
  if (week.every((spans) => spans.length === 0)) return at.add({ minutes });
  let left = minutes;
  const first = at.toZonedDateTimeISO(zone).toPlainDate();
  for (let day = 0; day < mostDays; day++) {
    const date = first.add({ days: day });
    if (closedOn(closed, date.toString())) continue;
    for (const { from, to } of spansOf(week, date.dayOfWeek)) {
      const opens = later(momentOf(date, from, zone), at);
      const open = opens.until(momentOf(date, to, zone)).total('minutes');
      if (open <= 0) continue;
      if (open >= left) return opens.add({ seconds: Math.round(left * 60) });
      left -= open;
    }
  }
  return at.add({ hours: 24 * mostDays });
}

const spansOf = (week: Week, dayOfWeek: number) =>
  week[dayOfWeek - 1]!.toSorted((a, b) => minuteOf(a.from) - minuteOf(b.from));

/** `24:00` is the next day's beginning. */
const momentOf = (date: Temporal.PlainDate, time: string, zone: string): Instant =>
  time === '24:00'
    ? date.add({ days: 1 }).toZonedDateTime(zone).toInstant()
    : date.toZonedDateTime({ timeZone: zone, plainTime: time }).toInstant();

const later = (one: Instant, other: Instant): Instant =>
  Temporal.Instant.compare(one, other) < 0 ? other : one;
