import { wallClock, minuteOf } from '../opening/index.ts';
import type { Slot } from './open-slots.ts';

/** A free start, here or on its way over the wire: of its moment only the writing matters. */
export type FreeStart = Omit<Slot, 'start' | 'end'> & { start: { toString(): string } };

/** A free start as a visitor reads it. */
export interface TimeChoice {
  /** The moment, ISO 8601 in UTC: what the form sends. */
  start: string;
  /** `9:00 AM`; where the clocks go back and it comes twice, with the offset that tells the two apart. */
  label: string;
  left: number;
  /** Who of the staff can take it; left out for a calendar without staff. */
  staff?: readonly string[];
}

export interface DayOfTimes {
  date: string;
  /** `Tuesday, November 10` */
  label: string;
  times: TimeChoice[];
}

/** Free starts by local day, in order and in a locale's way: at most `mostDays` days that have any. */
export function slotDays(
  slots: readonly FreeStart[],
  mostDays: number,
  locale = 'en-US',
): DayOfTimes[] {
  const days = new Map<string, DayOfTimes>();
  for (const slot of slots) {
    const date = slot.local.slice(0, 10);
    if (!days.has(date)) {
      if (days.size === mostDays) break;
      days.set(date, { date, label: dayLabel(date, locale), times: [] });
    }
    days.get(date)!.times.push(timeChoice(slot, locale));
  }
  return [...days.values()];
}

export function timeChoice(slot: FreeStart, locale = 'en-US'): TimeChoice {
  const clock = wallClock(minuteOf(slot.local.slice(11)), locale);
  const label = slot.repeated ? `${clock} (UTC${slot.offset})` : clock;
  const { start, left, staff } = slot;
  return { start: start.toString(), label, left, ...(staff && { staff }) };
}

/** `Tuesday, November 10`, in a locale's way. */
export const dayLabel = (date: string, locale: string): string =>
  new Intl.DateTimeFormat(locale, {
    weekday: 'long',
    month: 'long',
    day: 'numeric',
    timeZone: 'UTC',
  }).format(new Date(`${date}T12:00:00Z`));
