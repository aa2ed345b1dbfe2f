import type { ClosedSpan } from './week-from.ts';
import type { Week } from './week.ts';

/** When somebody is there: by the wall of a zone, and not on days off. */
export interface Hours {
  week: Week;
  closed: readonly ClosedSpan[];
  zone: string;
}
