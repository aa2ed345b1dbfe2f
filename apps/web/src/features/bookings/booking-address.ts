import { placeOf } from './week.ts';

/** Where a booking is seen: its week, with it picked. */
export const bookingAddress = (
  slug: string,
  { id, startsAt }: { id: string; startsAt: string },
  zone: string,
): string => `/${slug}/bookings?on=${placeOf(startsAt, zone).date}&booking=${id}`;
