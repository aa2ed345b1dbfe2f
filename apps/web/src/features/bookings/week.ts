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
