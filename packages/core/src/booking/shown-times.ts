import type { Instant } from '../basics/index.ts';
import type { Calendar } from './calendar.ts';
import { slotDays, type DayOfTimes, type FreeStart } from './slot-days.ts';

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
