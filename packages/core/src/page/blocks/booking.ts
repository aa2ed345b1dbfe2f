import { CalendarId, FormId } from '../../basics/index.ts';
import { blockKind } from '../block-kind.ts';
import { Box } from '../box.ts';
import { Look, wordsLook } from '../look.ts';
import { words } from '../../basics/text-shapes.ts';

const nowhere = '00000000-0000-4000-8000-000000000000';

/**
 * A calendar's free times with the questions of a form. Somebody who answered the questions on the step before is not
 * asked again.
 */
export const booking = blockKind({
  kind: 'booking',
  label: 'Booking',
  look: [...wordsLook, 'align'],
  settings: {
    calendarId: CalendarId,
    formId: FormId,
    title: words(200),
    intro: words(600),
    box: Box,
    /** The look of its button. */
    press: Look,
  },
  starter: {
    calendarId: nowhere as CalendarId,
    formId: nowhere as FormId,
    title: 'Choose your time',
    intro: '',
    box: {},
    press: {},
  },
  nameOf: (booking) => `Booking · ${booking.title || 'untitled'}`,
});
