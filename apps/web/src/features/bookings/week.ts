import { Temporal } from 'temporal-polyfill';

/** A week of a zone: its seven local days and the moments between which they lie. */
export interface Week {
  /** Monday, `2026-11-02`. */
  monday: string;
  days: string[];
  from: string;
  until: string;
}

/** The week in which a local date lies. */
export function weekOf(date: string, zone: string): Week {
  const day = Temporal.PlainDate.from(date);
  const monday = day.subtract({ days: day.dayOfWeek - 1 });
  const startOf = (days: number) =>
    monday.add({ days }).toZonedDateTime(zone).toInstant().toString();
  return {
    monday: monday.toString(),
    days: Array.from({ length: 7 }, (_, index) => monday.add({ days: index }).toString()),
    from: startOf(0),
    until: startOf(7),
  };
}

/** The weeks in which the days of a month lie, as one stretch of whole weeks. */
export function monthOf(date: string, zone: string): Week & { month: string } {
  const first = Temporal.PlainDate.from(date).with({ day: 1 });
  const last = first.add({ months: 1 }).subtract({ days: 1 });
  const [from, until] = [weekOf(first.toString(), zone), weekOf(last.toString(), zone)];
  const length = Temporal.PlainDate.from(from.monday).until(until.monday).days + 7;
  return {
    monday: from.monday,
    days: Array.from({ length }, (_, index) => daysOn(from.monday, index)),
    from: from.from,
    until: until.until,
    month: first.toString().slice(0, 7),
  };
}

/** The first day of a month some months on: `2026-12-01`. */
export const monthsOn = (date: string, months: number): string =>
  Temporal.PlainDate.from(date).with({ day: 1 }).add({ months }).toString();

/** `November 2026` for a local date. */
export const monthText = (date: string): string =>
  Temporal.PlainDate.from(date).toLocaleString('en-US', { month: 'long', year: 'numeric' });

export const weeksOn = (monday: string, weeks: number): string =>
  Temporal.PlainDate.from(monday).add({ weeks }).toString();

export const daysOn = (date: string, days: number): string =>
  Temporal.PlainDate.from(date).add({ days }).toString();

/** Where a moment lies in a week: its local date and the minutes since local midnight. */
export function placeOf(at: string, zone: string): { date: string; minute: number } {
  const local = Temporal.Instant.from(at).toZonedDateTimeISO(zone);
  return { date: local.toPlainDate().toString(), minute: local.hour * 60 + local.minute };
}

/** A local date and minute as a moment. */
export const momentAt = (date: string, minute: number, zone: string): string =>
  Temporal.PlainDate.from(date)
    .toZonedDateTime({
      timeZone: zone,
      plainTime: { hour: Math.floor(minute / 60) % 24, minute: minute % 60 },
    })
    .toInstant()
    .toString();

/** `Tue, Nov 10` for a local date. */
export const dateText = (date: string): string =>
  Temporal.PlainDate.from(date).toLocaleString('en-US', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
  });
