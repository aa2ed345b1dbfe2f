import { documentFormat, type DocumentFormat } from '../basics/index.ts';
import type { CalendarContent } from './calendar-content.ts';

/** How a calendar is stored. */
export const calendarFormat: DocumentFormat<CalendarContent> = documentFormat('calendar', [
  // Version 1 called things otherwise.
  ({ tell, ...rest }) => ({ ...rest, notify: tell }),
  // Version 2 knew only places of the client's own.
  (stored) => ({ place: 'ours', ...stored }),
]);
