import type { Instant } from '../basics/index.ts';
import { momentFields } from '../messages/moment-fields.ts';
import type { BookingPlace } from './booking-place.ts';
import type { CalendarContent } from './calendar-content.ts';
import type { EventDates } from './event-dates.ts';

/** What messages and pages say of an event. */
export interface EventFacts {
  name: string;
  place: BookingPlace;
  where: string;
  zone: string;
  recordings: EventDates['recordings'];
}

/** What is said of a calendar that is an event; null for any other. */
export const eventFactsOf = ({
  name,
  place,
  where,
  rules: { zone },
  dates,
}: Pick<CalendarContent, 'name' | 'place' | 'where' | 'rules' | 'dates'>): EventFacts | null =>
  dates && { name, place, where, zone, recordings: dates.recordings };

/**
 * An event as merge fields see it, on one of its dates: `event.name`, `event.when`, `event.where`, `event.link`,
 * `event.recording`. `where` is its place in words; the link for joining stands in messages, never on a page that anybody
 * can read.
 */
export function eventFields(
  { name, place, where: link, zone, recordings }: EventFacts,
  start: Instant,
  reader: { zone: string; locale: string },
  where: string,
): Record<string, string> {
  const local = start.toZonedDateTimeISO(zone).toPlainDateTime().toString().slice(0, 16);
  return {
    name,
    ...momentFields(start, zone, reader.zone, reader.locale),
    where,
    link: place === 'video' ? link : '',
    recording: recordings.find((one) => one.start === local)?.link ?? '',
  };
}
