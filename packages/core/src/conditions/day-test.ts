import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import type { Instant } from '../basics/index.ts';

const span = {
  amount: z.int().min(1).max(1000),
  unit: z.enum(['days', 'weeks', 'months']),
};
const day = z.iso.date('Give a day such as 2026-11-29.');

/** What is asked of a moment, or of a day. */
export const DayTest = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('in-last'), ...span }),
  z.strictObject({ op: z.literal('longer-ago'), ...span }),
  z.strictObject({ op: z.literal('in-next'), ...span }),
  z.strictObject({ op: z.literal('since'), day }),
  z.strictObject({ op: z.literal('before'), day }),
  /** Both days are within. */
  z.strictObject({ op: z.literal('between'), day, until: day }),
  /** Its day and month come round within so many days, today included, as a birthday does. */
  z.strictObject({ op: z.literal('comes-round'), days: z.int().min(1).max(90) }),
]);
export type DayTest = z.infer<typeof DayTest>;

/** Where moments lie that a test is true of: from the first on, and before the second; null where there is no end. */
export interface Span<At> {
  from: At | null;
  before: At | null;
}

/** Which days of the year a test asks for, as `11-29`. */
export interface DaysOfYear {
  daysOfYear: string[];
}

/**
 * The moments that a test is true of, at `now` in a zone. The last 30 days begin at this time of day 30 days ago, days of
 * a calendar that may have 23 or 25 hours; a time of day that is skipped there is the one after the skip.
 */
export function momentsOf(test: DayTest, now: Instant, zone: string): Span<Instant> | DaysOfYear {
  const today = now.toZonedDateTimeISO(zone);
  const start = (text: string, days = 0) =>
    Temporal.PlainDate.from(text).add({ days }).toZonedDateTime(zone).toInstant();
  switch (test.op) {
    case 'in-last':
      return {
        from: today.subtract({ [test.unit]: test.amount }).toInstant(),
        before: now.add({ microseconds: 1 }),
      };
    case 'longer-ago':
      return { from: null, before: today.subtract({ [test.unit]: test.amount }).toInstant() };
    case 'in-next':
      return {
        from: now,
        before: today
          .add({ [test.unit]: test.amount })
          .toInstant()
          .add({ microseconds: 1 }),
      };
    case 'since':
      return { from: start(test.day), before: null };
    case 'before':
      return { from: null, before: start(test.day) };
    case 'between':
      return { from: start(test.day), before: start(test.until, 1) };
    case 'comes-round':
      return comingRound(test.days, today.toPlainDate());
  }
}

/** The days that a test is true of, today being `today`. Days are compared as they are written: `2026-11-29`. */
export function daysOf(test: DayTest, today: Temporal.PlainDate): Span<string> | DaysOfYear {
  const from = (text: string, days = 0) => Temporal.PlainDate.from(text).add({ days }).toString();
  const text = today.toString();
  switch (test.op) {
    case 'in-last':
      return {
        from: today.subtract({ [test.unit]: test.amount }).toString(),
        before: from(text, 1),
      };
    case 'longer-ago':
      return { from: null, before: today.subtract({ [test.unit]: test.amount }).toString() };
    case 'in-next':
      return {
        from: text,
        before: today
          .add({ [test.unit]: test.amount })
          .add({ days: 1 })
          .toString(),
      };
    case 'since':
      return { from: test.day, before: null };
    case 'before':
      return { from: null, before: test.day };
    case 'between':
      return { from: test.day, before: from(test.until, 1) };
    case 'comes-round':
      return comingRound(test.days, today);
  }
}

/** The days of the year from today on; in a year without February 29 it comes round with February 28. */
function comingRound(days: number, today: Temporal.PlainDate): DaysOfYear {
  const daysOfYear: string[] = [];
  for (let ahead = 0; ahead < days; ahead++) {
    const date = today.add({ days: ahead });
    const text = date.toString().slice(5);
    daysOfYear.push(text);
    if (text === '02-28' && !date.inLeapYear) daysOfYear.push('02-29');
  }
  return { daysOfYear };
}

/** A test in words: `in the last 30 days`, `before May 1, 2026`. */
export function dayTestWords(test: DayTest, locale = 'en-US'): string {
  const day = (text: string) =>
    Temporal.PlainDate.from(text).toLocaleString(locale, { dateStyle: 'long' });
  switch (test.op) {
    case 'in-last':
      return `in the last ${spanWords(test)}`;
    case 'longer-ago':
      return `more than ${spanWords(test)} ago`;
    case 'in-next':
      return `in the next ${spanWords(test)}`;
    case 'since':
      return `since ${day(test.day)}`;
    case 'before':
      return `before ${day(test.day)}`;
    case 'between':
      return `between ${day(test.day)} and ${day(test.until)}`;
    case 'comes-round':
      return test.days === 1
        ? 'that comes round today'
        : `that comes round within ${test.days} days`;
  }
}

function spanWords({
  amount,
  unit,
}: {
  amount: number;
  unit: 'days' | 'weeks' | 'months';
}): string {
  if (amount === 1) return unit === 'days' ? '24 hours' : unit.slice(0, -1);
  return `${amount} ${unit}`;
}
