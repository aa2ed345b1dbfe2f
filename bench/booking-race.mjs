import 'reflect-metadata';
import { Temporal } from 'temporal-polyfill';
import { openSlots, plainCalendar } from '../packages/core/dist/booking/index.js';
import { CalendarService } from '../apps/server/dist/domains/booking/calendar.service.js';
import { BookingService } from '../apps/server/dist/domains/booking/booking.service.js';
import { makeDemoWorld } from '../apps/server/dist/demo/make-demo.js';
import { HeldService } from '../apps/server/dist/domains/intake/held.service.js';
import { LivePages } from '../apps/server/dist/domains/live-pages/live-pages.js';
import { assembleOn, incomingOn, someAddress } from './program.mjs';

/** 200 people press at once for 20 free times, ten for each: gives how many bookings there are. */
export async function raceForSlots(folder) {
  const { running, database, clock } = await assembleOn(folder);
  await makeDemoWorld(running.app);
  const page = await running.app.get(LivePages).find('quayside-dental', 'first-visit-time');
  const calendar = await running.app.get(CalendarService).row(page.calendars[0], null);
  const now = clock.now();
  const free = await running.app.get(BookingService).slots(calendar, now, now.add({ hours: 240 }));
  // Eight a day at most: twenty times spread over days that all fit.
  const byDay = groupBy(free);
  const wanted = [...byDay.values()].flatMap((day) => day.slice(0, 4)).slice(0, 20);
  const begun = performance.now();
  const received = await Promise.all(
    Array.from({ length: 200 }, (_, person) =>
      running.app.get(HeldService).receiveFrom(
        someAddress(),
        incomingOn(
          page,
          {
            name: `Racer ${person}`,
            email: `racer-${person}@example.com`,
            phone: '(207) 555-0117',
          },
          wanted[person % 20].start,
        ),
      ),
    ),
  );
  const seconds = (performance.now() - begun) / 1000;
  const { rows } = await database.pool.query(
    `select count(*), count(distinct starts_at) as times from bookings`,
  );
  await running.stop();
  return {
    said: received.filter(({ ok }) => ok).length,
    booked: Number(rows[0].count),
    times: Number(rows[0].times),
    seconds,
  };
}

const groupBy = (slots) => {
  const days = new Map();
  for (const slot of slots) {
    const day = slot.local.slice(0, 10);
    days.set(day, [...(days.get(day) ?? []), slot]);
  }
  return days;
};

/** Milliseconds for 30 days of one calendar with 500 bookings; the middle of many tries. */
export function timeOpenSlots() {
  const calendar = { ...plainCalendar('America/New_York'), seats: 2 };
  const from = Temporal.Instant.from('2026-10-20T04:00:00Z');
  const bookings = Array.from({ length: 500 }, (_, index) => {
    const start = from.add({ minutes: index * 83 });
    return { start, end: start.add({ minutes: 30 }) };
  });
  const until = from.add({ hours: 24 * 30 });
  const tries = Array.from({ length: 60 }, () => {
    const begun = performance.now();
    openSlots({ calendar, closed: [], bookings, from, until, now: from });
    return performance.now() - begun;
  });
  return tries.slice(20).sort((a, b) => a - b)[20];
}
