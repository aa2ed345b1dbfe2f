import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';

/** From one local day to another, both of them in it: `2026-11-05`. */
export interface Period {
  from: string;
  to: string;
}

/** The times that can be chosen by their name; `own` is any other. */
export const periodNames = {
  'last-7': 'Last 7 days',
  'last-30': 'Last 30 days',
  'last-90': 'Last 90 days',
  month: 'This month',
  'month-before': 'Last month',
  year: 'This year',
} as const;
export type PeriodName = keyof typeof periodNames;

/** A named time as it lies around a local day, `today`, which is in it except for the month before. */
export function periodCalled(name: PeriodName, today: string): Period {
  const day = Temporal.PlainDate.from(today);
  const last = (days: number) => ({ from: day.subtract({ days: days - 1 }).toString(), to: today });
  switch (name) {
    case 'last-7':
      return last(7);
    case 'last-30':
      return last(30);
    case 'last-90':
      return last(90);
    case 'month':
      return { from: day.with({ day: 1 }).toString(), to: today };
    case 'month-before': {
      const first = day.with({ day: 1 });
      return {
        from: first.subtract({ months: 1 }).toString(),
        to: first.subtract({ days: 1 }).toString(),
      };
    }
    case 'year':
      return { from: day.with({ month: 1, day: 1 }).toString(), to: today };
  }
}

/** How many days are in it; 0 where it ends before it begins. */
export const daysIn = ({ from, to }: Period): number =>
  Math.max(0, Temporal.PlainDate.from(from).until(to, { largestUnit: 'day' }).days + 1);

/** When a period begins and when it is over, in a zone. */
export function timeOfPeriod({ from, to }: Period, zone: string): { from: Instant; to: Instant } {
  const beginOf = (day: Temporal.PlainDate) => day.toZonedDateTime(zone).toInstant();
  return {
    from: beginOf(Temporal.PlainDate.from(from)),
    to: beginOf(Temporal.PlainDate.from(to).add({ days: 1 })),
  };
}

/** As many days just before. */
export function periodBefore(period: Period): Period {
  const from = Temporal.PlainDate.from(period.from);
  return {
    from: from.subtract({ days: daysIn(period) }).toString(),
    to: from.subtract({ days: 1 }).toString(),
  };
}

/** With which time another is compared, as "compared with …" goes on. */
export const comparedTimes = {
  before: 'the days before',
  week: 'a week before',
  month: 'a month before',
  year: 'a year before',
} as const;
export type ComparedTime = keyof typeof comparedTimes;

/** The time that another is compared with: as many days just before, or the same days a week, a month or a year before. */
export function periodCompared(period: Period, time: ComparedTime): Period {
  switch (time) {
    case 'before':
      return periodBefore(period);
    case 'week':
      return movedBack(period, { weeks: 1 });
    case 'month':
      return movedBack(period, { months: 1 });
    case 'year':
      return periodYearBefore(period);
  }
}

/** The same days some time before; a day that a month has not is its last there. */
const movedBack = ({ from, to }: Period, by: { weeks?: number; months?: number }): Period => ({
  from: Temporal.PlainDate.from(from).subtract(by).toString(),
  to: Temporal.PlainDate.from(to).subtract(by).toString(),
});

/** The same days a year before; February 29 is February 28 there. */
export const periodYearBefore = ({ from, to }: Period): Period => ({
  from: Temporal.PlainDate.from(from).subtract({ years: 1 }).toString(),
  to: Temporal.PlainDate.from(to).subtract({ years: 1 }).toString(),
});
