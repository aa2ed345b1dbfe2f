import type { Instant } from '@plumgate/core/basics';
import { spaceBetween } from '@plumgate/core/booking';
import type { CalendarRow } from '../../records/booking/table.ts';

/** When a booking of a calendar that begins then ends, and until when it keeps others away. */
export function bookedTime({ content: { rules } }: CalendarRow, start: Instant) {
  const endsAt = start.add({ minutes: rules.length });
  return {
    startsAt: start,
    endsAt,
    heldUntil: endsAt.add({ minutes: spaceBetween(rules) }),
    exclusive: rules.seats === 1,
  };
}
