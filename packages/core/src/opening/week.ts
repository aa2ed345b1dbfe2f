import { z } from 'zod';
import { TimeOfDay } from '../basics/index.ts';

/** When a span closes: a time of day, or `24:00` for midnight at its end. */
const ClosingTime = z.union([TimeOfDay, z.literal('24:00')], 'Use a time such as 17:00.');

/** A stretch of local wall time in which bookings may lie, for example 09:00 to 12:30. */
export const Span = z.strictObject({ from: TimeOfDay, to: ClosingTime });
export type Span = z.infer<typeof Span>;

export const weekdays = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const;

/** Opening hours by local wall time, Monday first; a closed day has no spans. */
export const Week = z
  .array(z.array(Span).max(4))
  .length(7)
  .superRefine((week, context) => {
    for (const [index, spans] of week.entries()) {
      const message = spansProblem(spans, `for ${weekdays[index]!}`);
      if (message) context.addIssue({ code: 'custom', path: [index], message });
    }
  });
export type Week = z.infer<typeof Week>;

/** What is wrong with a day's spans, as a sentence with the remedy; null when nothing is. `when` is "for Tuesday". */
export function spansProblem(spans: readonly Span[], when: string): string | null {
  for (const { from, to } of spans) {
    if (minuteOf(to) <= minuteOf(from))
      return `The opening hours ${when} end (${to}) before they begin (${from}). Swap them or clear the day.`;
  }
  const inOrder = spans.toSorted((a, b) => minuteOf(a.from) - minuteOf(b.from));
  for (const [index, span] of inOrder.entries()) {
    const next = inOrder[index + 1];
    if (next && minuteOf(next.from) < minuteOf(span.to))
      return `The opening hours ${when} overlap: ${span.from} to ${span.to} and ${next.from} to ${next.to}. Combine them.`;
  }
  return null;
}

/** Minutes since local midnight: `24:00` is 1440. */
export function minuteOf(time: string): number {
  return Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));
}
