import type { Week } from './week.ts';

/** A time on the wall: Monday is 0, minutes since midnight. */
export interface WallMinute {
  day: number;
  minute: number;
}

/**
 * Whether it is open, and until when (null where it never closes), or when it next opens (null for a week without hours).
 */
export type OpenState =
  { open: true; until: WallMinute | null } | { open: false; opens: WallMinute | null };

const wholeDay = 1440;
const wholeWeek = 7 * wholeDay;
const minuteOf = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));

/** A stretch without a pause, in minutes since the week began; one over the week's end ends beyond it. */
interface Stretch {
  from: number;
  to: number;
}

/**
 * Whether a week's hours are open at a time on the client's wall. It asks for the wall's time, not for an instant, so
 * that a clock change is settled where the wall is read: at 02:30 that never was, nobody asks. Spans that touch are one
 * stretch, within a day, over midnight and over the week's end: it is open until the end of the last.
 */
export function openAt(week: Week, now: WallMinute): OpenState {
  const stretches = stretchesOf(week);
  const at = now.day * wholeDay + now.minute;
  for (const { from, to } of stretches) {
    if (to - from >= wholeWeek) return { open: true, until: null };
    const isIn = (from <= at && at < to) || (from <= at + wholeWeek && at + wholeWeek < to);
    if (isIn) return { open: true, until: wallOf(to) };
  }
  const next = stretches.find(({ from }) => from > at) ?? stretches[0];
  return { open: false, opens: next ? wallOf(next.from) : null };
}

function stretchesOf(week: Week): Stretch[] {
  const spans = week
    .flatMap((day, index) =>
      day.map(({ from, to }) => ({
        from: index * wholeDay + minuteOf(from),
        to: index * wholeDay + minuteOf(to),
      })),
    )
    .sort((a, b) => a.from - b.from);
  const joined: Stretch[] = [];
  for (const span of spans) {
    const last = joined.at(-1);
    if (last && span.from <= last.to) last.to = Math.max(last.to, span.to);
    else joined.push({ ...span });
  }
  const [first, last] = [joined[0], joined.at(-1)];
  // Sunday's end is Monday's beginning.
  if (first && last && first.from === 0 && last.to === wholeWeek) {
    last.to += first.to;
    if (joined.length > 1) joined.shift();
  }
  return joined;
}

const wallOf = (minute: number): WallMinute => ({
  day: Math.floor(minute / wholeDay) % 7,
  minute: minute % wholeDay,
});
