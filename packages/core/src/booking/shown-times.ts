import type { Instant } from '../basics/index.ts';
import type { CalendarContent } from './calendar-content.ts';
import type { Calendar } from './calendar.ts';
import { eventDates } from './event-dates.ts';
import { minuteOf, wallClock } from '../opening/index.ts';
import type { Slot } from './open-slots.ts';
import { waitingChoice } from './waiting-choice.ts';
import { dayLabel, slotDays, type DayOfTimes, type FreeStart } from './slot-days.ts';

/** Days with free times that a page shows at once. */
const daysShown = 8;

/** What a page shows of a calendar's free starts. */
export interface ShownTimes {
  days: DayOfTimes[];
  /** Whether more than one may book the same time, so that seats are told. */
  seats: boolean;
  /** The first day after those shown that has a free time, `2026-11-18`; null when these are all. */
  nextDay: string | null;
}

/** What a visitor chooses besides a time: who they see, and at which place. */
export interface TimeOptions {
  /** Who takes bookings, in the order in which they are offered; empty for a calendar without staff. */
  staff: readonly { id: string; name: string }[];
  /** Whether a visitor may choose among them. */
  choosesStaff: boolean;
  /** The places to choose from, with who works there; empty where there is one alone. */
  places: readonly { id: string; name: string; staff: readonly string[] }[];
  /** What one can wait for where nothing is free: dates of an event, or any time; empty without a waiting list. */
  waits: readonly WaitChoice[];
}

/** Something that one can wait for. */
export interface WaitChoice {
  /** What the form sends. */
  value: string;
  /** Of an event, the date: `Thursday, November 19` and `6:30 PM`; null for any time. */
  when: { day: string; time: string } | null;
}

/** What a visitor chooses in a calendar besides a time; `staff` is who takes its bookings. */
export const timeOptions = (
  { staffing, places, dates }: Pick<CalendarContent, 'staffing' | 'places' | 'dates'>,
  staff: TimeOptions['staff'],
  waits: readonly WaitChoice[] = [],
): TimeOptions => ({
  waits,
  staff: dates ? [] : staff,
  choosesStaff: staffing?.assign === 'choose' && staff.length > 1,
  places: places.length > 1 ? places : [],
});

/**
 * What one can wait for in a calendar: the dates of an event on which no seat is left, or any time where nothing at all is
 * free. Nothing without a waiting list.
 */
export function waitChoices(
  { rules, dates, waiting }: Pick<CalendarContent, 'rules' | 'dates' | 'waiting'>,
  slots: readonly Pick<Slot, 'start'>[],
  now: Instant,
  locale: string,
): WaitChoice[] {
  if (!waiting) return [];
  if (!dates) return slots.length === 0 ? [{ value: waitingChoice(null), when: null }] : [];
  const free = new Set(slots.map(({ start }) => start.epochMilliseconds));
  const last = now.toZonedDateTimeISO(rules.zone).toPlainDate().add({ days: rules.ahead });
  return eventDates(dates, rules.zone, now.add({ minutes: rules.notice }), looksUntil(rules, now))
    .filter(
      ({ start, local }) =>
        !free.has(start.epochMilliseconds) && local.slice(0, 10) <= last.toString(),
    )
    .slice(0, daysShown)
    .map(({ start, local }) => ({
      value: waitingChoice(start),
      when: {
        day: dayLabel(local.slice(0, 10), locale),
        time: wallClock(minuteOf(local.slice(11)), locale),
      },
    }));
}

/** How far a page looks for free starts: the days ahead that the calendar offers, with a day for each side's zone. */
export const looksUntil = ({ ahead }: Pick<Calendar, 'ahead'>, now: Instant): Instant =>
  now.add({ hours: 24 * (ahead + 2) });

/** The free starts as a page shows them, from a local day on, in a locale's way. */
export function shownTimes(
  slots: readonly FreeStart[],
  { seats }: Pick<Calendar, 'seats'>,
  { from = '', locale }: { from?: string | undefined; locale: string },
): ShownTimes {
  const dayOf = ({ local }: FreeStart) => local.slice(0, 10);
  const shown = slots.filter((slot) => dayOf(slot) >= from);
  const days = slotDays(shown, daysShown, locale);
  const lastDay = days.at(-1)?.date ?? '';
  const next = shown.find((slot) => dayOf(slot) > lastDay);
  return { days, seats: seats > 1, nextDay: next ? dayOf(next) : null };
}
