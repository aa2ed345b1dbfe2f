import type { Week } from './week.ts';

/** Closed from one local date to another, both included. */
export interface ClosedSpan {
  from: string;
  to: string;
  name: string;
}

const dayMs = 86_400_000;

/** What is closed on a local date, `2026-11-26`; undefined where the weekday's hours hold. */
export const closedOn = (closed: readonly ClosedSpan[], date: string): ClosedSpan | undefined =>
  closed.find(({ from, to }) => from <= date && date <= to);

/**
 * The hours of the seven days from a local date, each at its weekday: those that are closed have none. With Thanksgiving
 * on Thursday the 26th, the week from Monday the 23rd has no hours on Thursday, and the week from the 27th has them.
 */
export function weekFrom(week: Week, closed: readonly ClosedSpan[], date: string): Week {
  const first = Date.parse(date);
  return week.map((spans, weekday) => {
    const firstWeekday = (new Date(first).getUTCDay() + 6) % 7;
    const ahead = (weekday - firstWeekday + 7) % 7;
    const on = new Date(first + ahead * dayMs).toISOString().slice(0, 10);
    return closedOn(closed, on) ? [] : spans;
  });
}
