import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';
import { addressLine, type Facts } from '../clients/index.ts';
import { bookingPlaceWords } from './booking-place.ts';
import type { CalendarContent } from './calendar-content.ts';
import { dateToTell, eventDates } from './event-dates.ts';
import { eventFactsOf, eventFields, type EventFacts } from './event-fields.ts';

/** An event as pages show it. */
export interface ShownEvent {
  facts: EventFacts;
  start: Instant;
  /** When another of its dates is the one to show; null for an event on one date. */
  until: Instant | null;
}

/** The event that a calendar is, on the date that is to be told now; null for a calendar without dates of its own. */
export function shownEvent(content: CalendarContent, now: Instant): ShownEvent | null {
  const facts = eventFactsOf(content);
  if (!facts || !content.dates) return null;
  const { length, zone } = content.rules;
  const { start } = dateToTell(content.dates, zone, length, now);
  const ends = start.add({ minutes: length });
  const isSeries = content.dates.repeat !== null && Temporal.Instant.compare(ends, now) > 0;
  return { facts, start, until: isSeries ? ends : null };
}

/** What the words of a page may name of an event: of an online one not the link, which is for those who are signed up. */
export function eventOnPage(
  { facts, start }: ShownEvent,
  client: Facts,
  locale: string,
): Record<string, string> {
  const where =
    facts.place === 'video' ? 'Online' : bookingPlaceWords(facts, addressLine(client), '');
  const {
    link: _link,
    recording: _recording,
    ...fields
  } = eventFields(facts, start, { zone: client.zone, locale }, where);
  return fields;
}

/** Whether anybody can book in a calendar at all: it has hours, or a date that is to come. */
export function takesBookings({ rules, dates }: CalendarContent, now: Instant): boolean {
  if (dates)
    return eventDates(dates, rules.zone, now, now.add({ hours: 24 * rules.ahead })).length > 0;
  return [...rules.hours, ...rules.days.map(({ spans }) => spans)].some(
    (spans) => spans.length > 0,
  );
}
