import type { Instant } from '../basics/index.ts';
import { openAt } from './open-at.ts';
import type { Hours } from './hours.ts';
import { weekFrom } from './week-from.ts';

/** Whether somebody with these hours is open at a moment: by the wall of their zone, and not on days off. */
export function isOpen(at: Instant, { week, closed, zone }: Hours): boolean {
  const wall = at.toZonedDateTimeISO(zone);
  const hours = weekFrom(week, closed, wall.toPlainDate().toString());
  return openAt(hours, { day: wall.dayOfWeek - 1, minute: wall.hour * 60 + wall.minute }).open;
}
