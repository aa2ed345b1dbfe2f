import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** When and where the visitor's booking is, with its calendar file and the way to change it; nothing without a booking. */
export const yourBooking = blockKind({
  kind: 'your-booking',
  label: 'Booking summary',
  settings: { title: words(200) },
  starter: { title: 'Your time' },
});
