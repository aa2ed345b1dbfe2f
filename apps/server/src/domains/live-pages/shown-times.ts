import type { CalendarRow } from '../../records/booking/table.ts';
import { Injectable } from '@nestjs/common';
import type { BookingId, CalendarId, Instant } from '@plumgate/core/basics';
import {
  looksUntil,
  nearestSlots,
  shownTimes,
  timeOptions,
  waitChoices,
  slotDays,
  timeChoice,
  type Slot,
} from '@plumgate/core/booking';
import { pageWords, whenIn } from '@plumgate/core/languages';
import type { FreeTimes, ShownBooking } from '@plumgate/page-kit';
import { Temporal } from 'temporal-polyfill';
import { nullIfNotFound } from '../../platform/http/app-problem.ts';
import type { ShownPage } from './live-page.ts';
import { Clock } from '../../platform/clock.ts';
import { BookingService } from '../booking/booking.service.ts';
import { placeOf } from '../booking/loaded-booking.ts';
import { SlotService } from '../booking/slot.service.ts';
import { StaffTimesService } from '../booking/staff-times.service.ts';
import type { Wish } from '../booking/wishes.ts';
import { CalendarService } from '../booking/calendar.service.ts';
import { PersonLinks } from '../messages/person-links.ts';
import { seesOne } from '../../records/accounts/users-of.ts';

const nearShown = 4;

/** Reads the time that a form sent; null for none, or for something that is no moment. */
export function chosenTime(text: string | undefined): Instant | null {
  try {
    return text ? Temporal.Instant.from(text) : null;
  } catch {
    return null;
  }
}

/** Free times and bookings as visitors see them. */
@Injectable()
export class ShownTimes {
  constructor(
    private readonly calendars: CalendarService,
    private readonly bookings: BookingService,
    private readonly slots: SlotService,
    private readonly staff: StaffTimesService,
    private readonly links: PersonLinks,
    private readonly clock: Clock,
  ) {}

  /** The free times of a page's calendars, from a day on; with those nearest to a time that was wished and taken. */
  async freeTimes(
    page: Pick<ShownPage, 'calendars' | 'clientId' | 'slug' | 'document'>,
    asked: { from?: string | undefined; wished?: Instant | null },
  ): Promise<Map<CalendarId, FreeTimes>> {
    const times = new Map<CalendarId, FreeTimes>();
    for (const id of page.calendars) {
      const calendar = await this.calendars.row(id, seesOne(page.clientId)).catch(nullIfNotFound);
      if (calendar)
        times.set(id, await this.timesOf(calendar, `/${page.slug}`, asked, localeOf(page)));
    }
    return times;
  }

  /** The free times of one calendar; `path` is the page on which later days are shown. */
  async timesOf(
    calendar: CalendarRow,
    path: string,
    asked: { from?: string | undefined; wished?: Instant | null; except?: BookingId } & Wish,
    locale = 'en-US',
  ): Promise<FreeTimes> {
    const { rules } = calendar.content;
    const now = this.clock.now();
    const until = looksUntil(rules, now);
    const { staff, place } = asked;
    const except = { booking: asked.except };
    const slots = await this.slots.slots(calendar, now, until, { except, staff, place });
    const { nextDay, ...shown } = shownTimes(slots, rules, { from: asked.from, locale });
    return {
      ...shown,
      ...(asked.except
        ? timeOptions(calendar.content, [])
        : timeOptions(
            calendar.content,
            await this.staff.namesOf(calendar),
            waitChoices(calendar.content, slots, now, locale),
          )),
      nearest: asked.wished
        ? nearestSlots(slots, asked.wished, nearShown).map(withDay(locale))
        : [],
      later: nextDay ? `${path}?from=${nextDay}` : null,
    };
  }

  /** A booking as its person sees it on a page; null once it is cancelled or gone. */
  async shownBooking(
    id: BookingId,
    { document }: Pick<ShownPage, 'document'>,
  ): Promise<ShownBooking | null> {
    const loaded = await this.bookings.load(id).catch(nullIfNotFound);
    if (!loaded || loaded.booking.state === 'cancelled') return null;
    const { booking, calendar, client } = loaded;
    const path = this.links.bookingPath(id);
    return {
      when: whenIn(
        pageWords(document.language),
        booking.startsAt,
        calendar.content.rules.zone,
        client.facts.zone,
      ),
      where: placeOf(loaded),
      file: `${path}/visit.ics`,
      change: path,
    };
  }
}

const localeOf = ({ document }: Pick<ShownPage, 'document'>) => pageWords(document.language).locale;

const withDay = (locale: string) => (slot: Slot) => ({
  ...timeChoice(slot, locale),
  day: slotDays([slot], 1, locale)[0]!.label,
});
