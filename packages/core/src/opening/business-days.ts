import type { Temporal } from 'temporal-polyfill';
import type { Hours } from './hours.ts';
import { closedOn } from './week-from.ts';

/** Who says no hours is taken to work from Monday to Friday. Common practice, no source. */
const usualDays = 5;
/** Nobody is closed for longer on end; a week without any open day is none. */
const longestClosed = 400;

/** Whether somebody is there on a date at all. */
export function isBusinessDay(
  date: Temporal.PlainDate,
  { week, closed }: Pick<Hours, 'week' | 'closed'>,
): boolean {
  const hasHours = week.some((spans) => spans.length > 0);
  const isUsual = hasHours ? week[date.dayOfWeek - 1]!.length > 0 : date.dayOfWeek <= usualDays;
  return isUsual && closedOn(closed, date.toString()) === undefined;
}

/**
 * The date so many business days on (`direction` 1) or back (-1); of none the date itself, or where nobody is there the next
 * on that somebody is. Friday and one more is Monday.
 */
export function businessDaysFrom(
  from: Temporal.PlainDate,
  amount: number,
  direction: 1 | -1,
  hours: Pick<Hours, 'week' | 'closed'>,
): Temporal.PlainDate {
  const toOpen = (date: Temporal.PlainDate) => {
    let at = date;
    for (let tries = 0; tries < longestClosed && !isBusinessDay(at, hours); tries++)
      at = at.add({ days: direction });
    return at;
  };
  let date = amount === 0 ? toOpen(from) : from;
  for (let left = amount; left > 0; left--) date = toOpen(date.add({ days: direction }));
  return date;
}
