import type { BookingId, CalendarId, Instant } from '@plumgate/core/basics';
import {
  looksUntil,
  nearestSlots,
  shownTimes,
  slotDays,
  timeChoice,
  type Slot,
} from '@plumgate/core/booking';
import { addressLine } from '@plumgate/core/clients';
import { pageWords, whenIn } from '@plumgate/core/languages';
import type { FreeTimes, ShownBooking } from '@plumgate/page-kit';
import { Temporal } from 'temporal-polyfill';
import type { CalendarRow } from '../booking/calendar.service.ts';
import { nullIfNotFound } from '../platform/http/app-problem.ts';
import type { LivePage } from './live-pages.ts';
import type { SiteParts } from './site-parts.ts';

const nearShown = 4;

/** Reads the time that a form sent; null for none, or for something that is no moment. */
export function chosenTime(text: string | undefined): Instant | null {
  try {
    return text ? Temporal.Instant.from(text) : null;
  } catch {
    return null;
  }
}

/** The free times of a page's calendars, from a day on; with those nearest to a time that was wished and taken. */
export async function freeTimes(
  parts: SiteParts,
  page: Pick<LivePage, 'calendars' | 'clientId' | 'slug' | 'document'>,
  asked: { from?: string | undefined; wished?: Instant | null },
): Promise<Map<CalendarId, FreeTimes>> {
  const times = new Map<CalendarId, FreeTimes>();
  for (const id of page.calendars) {
    const calendar = await parts.calendars.row(id, page).catch(nullIfNotFound);
    if (calendar)
      times.set(id, await timesOf(parts, calendar, `/${page.slug}`, asked, localeOf(page)));
  }
  return times;
}

/** The free times of one calendar; `path` is the page on which later days are shown. */
export async function timesOf(
  parts: SiteParts,
  calendar: CalendarRow,
  path: string,
  asked: { from?: string | undefined; wished?: Instant | null; except?: BookingId },
  locale = 'en-US',
): Promise<FreeTimes> {
  const { rules } = calendar.content;
  const now = parts.clock.now();
  const until = looksUntil(rules, now);
  const slots = await parts.bookings.slots(calendar, now, until, undefined, asked.except);
  const { nextDay, ...shown } = shownTimes(slots, rules, { from: asked.from, locale });
  return {
    ...shown,
    nearest: asked.wished ? nearestSlots(slots, asked.wished, nearShown).map(withDay(locale)) : [],
    later: nextDay ? `${path}?from=${nextDay}` : null,
  };
}

const localeOf = ({ document }: Pick<LivePage, 'document'>) => pageWords(document.language).locale;

const withDay = (locale: string) => (slot: Slot) => ({
  ...timeChoice(slot, locale),
  day: slotDays([slot], 1, locale)[0]!.label,
});

/** A booking as its person sees it on a page; null once it is cancelled or gone. */
export async function shownBooking(
  parts: SiteParts,
  id: BookingId,
  { document }: Pick<LivePage, 'document'>,
): Promise<ShownBooking | null> {
  const loaded = await parts.bookings.load(id).catch(nullIfNotFound);
  if (!loaded || loaded.booking.state === 'cancelled') return null;
  const { booking, calendar, client } = loaded;
  const path = parts.links.bookingPath(id);
  return {
    when: whenIn(
      pageWords(document.language),
      booking.startsAt,
      calendar.content.rules.zone,
      client.facts.zone,
    ),
    where: calendar.content.where || addressLine(client.facts),
    file: `${path}/visit.ics`,
    change: path,
  };
}
