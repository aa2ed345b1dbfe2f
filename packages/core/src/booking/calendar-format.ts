import { documentFormat, type DocumentFormat } from '../basics/index.ts';
import { emailFromText } from '../emails/index.ts';
import type { CalendarContent } from './calendar-content.ts';

/** How a calendar is stored. */
export const calendarFormat: DocumentFormat<CalendarContent> = documentFormat('calendar', [
  // Version 1 called things otherwise.
  ({ tell, ...rest }) => ({ ...rest, notify: tell }),
  // Version 2 knew only places of the client's own.
  (stored) => ({ place: 'ours', ...stored }),
  // Version 3 wrote the confirmation as plain text.
  (stored) => ({
    ...stored,
    confirmation: emailFromText(stored.confirmation as { subject: string; body: string }),
  }),
  // Version 4 was one person's, at one place.
  (stored) => ({
    ...{ dates: null, places: [], staffing: null },
    ...{ mostPerPerson: null, questions: [], waiting: null },
    ...stored,
  }),
]);
