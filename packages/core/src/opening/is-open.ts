import type { Instant } from '../basics/index.ts';
import { openAt } from './open-at.ts';
import { weekFrom, type ClosedSpan } from './week-from.ts';
import type { Week } from './week.ts';

/** Whether somebody with these hours is open at a moment: by the wall of their zone, and not on days off. */
export function isOpen(
  at: Instant,
  { week, closed, zone }: { week: Week; closed: readonly ClosedSpan[]; zone: string },
): boolean {
  const wall = at.toZonedDateTimeISO(zone);
  const hours = weekFrom(week, closed, wall.toPlainDate().toString());
  return openAt(hours, { day: wall.dayOfWeek - 1, minute: wall.hour * 60 + wall.minute }).open;
}
