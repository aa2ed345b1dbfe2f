import type { Week } from '../clients/facts.ts';

/** A time on the wall: Monday is 0, minutes since midnight. */
export interface WallMinute {
  day: number;
  minute: number;
}

/** Whether it is open, until when, or when it next opens; `opens` is null for a week without hours. */
export type OpenState =
  { open: true; until: WallMinute } | { open: false; opens: WallMinute | null };

const wholeDay = 1440;
const minuteOf = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));

/**
 * Whether a week's hours are open at a time on the client's wall. It asks for the wall's time, not for an instant, so
 * that a clock change is settled where the wall is read: at 02:30 that never was, nobody asks. A span that ends at
 * 24:00 and one that begins at 00:00 next day are one stretch: it is open until the later end.
 */
export function openAt(week: Week, now: WallMinute): OpenState {
  const spans = (day: number) =>
    week[day % 7]!.map(({ from, to }) => ({ from: minuteOf(from), to: minuteOf(to) })).sort(
      (a, b) => a.from - b.from,
    );
  const current = spans(now.day).find(({ from, to }) => from <= now.minute && now.minute < to);
  if (current) return { open: true, until: endOf(now.day, current.to) };
  for (let ahead = 0; ahead <= 7; ahead++) {
    const next = spans(now.day + ahead).find(({ from }) => ahead > 0 || from > now.minute);
    if (next) return { open: false, opens: { day: (now.day + ahead) % 7, minute: next.from } };
  }
  return { open: false, opens: null };

  function endOf(day: number, to: number): WallMinute {
    for (let ahead = 1; to === wholeDay && ahead <= 7; ahead++) {
      const on = spans(day + ahead).find(({ from }) => from === 0);
      if (!on) return { day: (day + ahead) % 7, minute: 0 };
      if (on.to < wholeDay) return { day: (day + ahead) % 7, minute: on.to };
    }
    return { day: day % 7, minute: to };
  }
}
