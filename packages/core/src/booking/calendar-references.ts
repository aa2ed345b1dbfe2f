import type { Reference } from '../basics/index.ts';
import type { CalendarContent } from './calendar-content.ts';

/** Everything of the client's that a calendar names. */
export const calendarReferences = ({ sequence }: Pick<CalendarContent, 'sequence'>): Reference[] =>
  sequence === null ? [] : [{ kind: 'sequence', id: sequence, at: 'sequence' }];
