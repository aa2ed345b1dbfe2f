import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';
import type { Hours } from './hours.ts';
import { closedOn } from './week-from.ts';
import { minuteOf } from './week.ts';

/** A stretch of time in which somebody is there. */
export interface OpenStretch {
  opens: Instant;
  closes: Instant;
}

/**
 * The opening hours from a moment on, in their order, over so many local days; the first may be under way. An hour that a
 * clock change repeats or skips counts for what it really lasts.
 */
export function* openStretches(
  from: Instant,
  { week, closed, zone }: Hours,
  days: number,
): Generator<OpenStretch> {
  const first = from.toZonedDateTimeISO(zone).toPlainDate();
  for (let day = 0; day < days; day++) {
    const date = first.add({ days: day });
    if (closedOn(closed, date.toString())) continue;
    const spans = week[date.dayOfWeek - 1]!.toSorted((a, b) => minuteOf(a.from) - minuteOf(b.from));
    for (const span of spans) {
      const opens = later(momentOf(date, span.from, zone), from);
      const closes = momentOf(date, span.to, zone);
      if (Temporal.Instant.compare(opens, closes) < 0) yield { opens, closes };
    }
  }
}

/** `24:00` is the next day's beginning. */
const momentOf = (date: Temporal.PlainDate, time: string, zone: string): Instant =>
  time === '24:00'
    ? date.add({ days: 1 }).toZonedDateTime(zone).toInstant()
    : date.toZonedDateTime({ timeZone: zone, plainTime: time }).toInstant();

const later = (one: Instant, other: Instant): Instant =>
  Temporal.Instant.compare(one, other) < 0 ? other : one;
