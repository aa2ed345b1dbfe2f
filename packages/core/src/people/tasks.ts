import { z } from 'zod';
import { Temporal } from 'temporal-polyfill';
import { InstantText, UserId, type Instant } from '../basics/index.ts';

/** How often a task comes back once it is done. */
export const taskRepeats = {
  daily: 'every day',
  weekly: 'every week',
  monthly: 'every month',
} as const;
export type TaskRepeat = keyof typeof taskRepeats;

/** Something that somebody is to do about a person. */
export const TaskContent = z.strictObject({
  text: z.string().trim().min(1, 'Say what is to be done.').max(300),
  dueAt: InstantText,
  /** Who is to do it; null for anybody. */
  assignee: UserId.nullable(),
  repeats: z.enum(['daily', 'weekly', 'monthly']).nullable(),
});
export type TaskContent = z.infer<typeof TaskContent>;

/** How many days ahead a task may be that is made by itself. */
export const TaskDays = z.int().min(0).max(365);

/**
 * When a task is due that is made by itself so many days ahead: at nine in the morning by the wall of a zone, or within the
 * hour where that is past. Common practice, no source.
 */
export function dueInDays(days: number, now: Instant, zone: string): Instant {
  const morning = now
    .toZonedDateTimeISO(zone)
    .toPlainDate()
    .add({ days })
    .toZonedDateTime({ timeZone: zone, plainTime: '09:00' })
    .toInstant();
  return Temporal.Instant.compare(morning, now) > 0 ? morning : now.add({ hours: 1 });
}

const spans = {
  daily: { days: 1 },
  weekly: { weeks: 1 },
  monthly: { months: 1 },
} satisfies Record<TaskRepeat, Temporal.DurationLike>;

/**
 * When a task that comes back is due next: at the same time of day by the wall of a zone, the first such day after
 * `doneAt`. One that lies on the 31st is due on the last day of a shorter month, and on the 31st again after it.
 */
export function nextDue(due: Instant, repeats: TaskRepeat, doneAt: Instant, zone: string): Instant {
  const first = due.toZonedDateTimeISO(zone);
  const span = spans[repeats];
  for (let times = 1; ; times++) {
    const next = first.add(
      Object.fromEntries(Object.entries(span).map(([unit, count]) => [unit, count * times])),
    );
    const at = next.toInstant();
    if (Temporal.Instant.compare(at, doneAt) > 0) return at;
  }
}
