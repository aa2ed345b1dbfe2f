import type { CalendarPlace } from './staffing.ts';

/** Where bookings of a calendar happen, as its settings offer it. */
export const bookingPlaces = {
  ours: 'At the business',
  theirs: 'At the person’s place',
  phone: 'By phone',
  video: 'By video',
} as const;
export type BookingPlace = keyof typeof bookingPlaces;

/**
 * Where a booking happens, as the person reads it: `where` of the calendar, or what its kind of place says without it. At
 * the business that is the client's address; a homeowner who is visited is never sent to the contractor's yard.
 */
export function bookingPlaceWords(
  { place, where }: { place: BookingPlace; where: string },
  clientAddress: string,
  personPhone: string,
): string {
  switch (place) {
    case 'ours':
      return where || clientAddress;
    case 'theirs':
      return where || 'We come to you';
    case 'phone':
      return personPhone ? `By phone: we call you at ${personPhone}` : 'By phone: we call you';
    case 'video':
      return where ? `By video: ${where}` : 'By video';
  }
}

/** Where a booking of a calendar is: the chosen one of several places, or the calendar's own. */
export function bookedPlace(
  calendar: {
    place: BookingPlace;
    where: string;
    places: readonly Pick<CalendarPlace, 'id' | 'name' | 'address'>[];
  },
  chosen: string | null,
): { place: BookingPlace; where: string } {
  const place = calendar.places.find(({ id }) => id === chosen);
  if (!place) return calendar;
  return { place: 'ours', where: [place.name, place.address].filter(Boolean).join(', ') };
}
