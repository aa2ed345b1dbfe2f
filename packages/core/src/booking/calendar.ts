import { z } from 'zod';
import { Zone } from '../basics/index.ts';
import { Span, spansProblem, weekdays } from '../opening/index.ts';

const LocalDate = z.iso.date('Give a date such as 2026-12-24.');

/** A date with hours of its own; without spans it is a day off. */
export const SpecialDay = z.strictObject({ date: LocalDate, spans: z.array(Span).max(8) });
export type SpecialDay = z.infer<typeof SpecialDay>;

const minutes = (least: number, most: number) =>
  z
    .int('Give whole minutes.')
    .min(least, `At least ${least} minutes.`)
    .max(most, `At most ${most} minutes.`);
const day = 24 * 60;

/** What decides which starts a calendar offers. Minutes throughout, but for `ahead` (local days) and the counts. */
export const Calendar = z
  .strictObject({
    zone: Zone,
    /** Opening hours, Monday first; several spans a day, none for a closed day. */
    hours: z.array(z.array(Span).max(8)).length(7),
    days: z.array(SpecialDay).max(400),
    length: minutes(5, day),
    /** Starts lie on this grid, counted from where each span opens. */
    startEvery: minutes(5, day),
    /** Kept free between a booking and the one before it. */
    before: minutes(0, day),
    /** Kept free between a booking and the one after it. */
    after: minutes(0, day),
    /** The shortest notice, in real minutes: 120 is two hours by the clock on the wall of any zone. */
    notice: minutes(0, 90 * day),
    /** How far ahead bookings are taken, in local days: 0 is today only. */
    ahead: z.int().min(0).max(730, 'At most 730 days ahead.'),
    mostPerDay: z.int().min(1).max(1000).nullable(),
    /** How many may be booked at the same time: 1 for a consultation, more for an event. */
    seats: z.int().min(1, 'At least one seat.').max(5000),
  })
  .superRefine((calendar, context) => {
    for (const [index, spans] of calendar.hours.entries()) {
      const message = spansProblem(spans, `for ${weekdays[index]!}`);
      if (message) context.addIssue({ code: 'custom', path: ['hours', index], message });
    }
    const dates = new Set<string>();
    for (const [index, special] of calendar.days.entries()) {
      const message =
        spansProblem(special.spans, `on ${special.date}`) ??
        (dates.has(special.date) ? `${special.date} is listed twice. Remove one of them.` : null);
      if (message) context.addIssue({ code: 'custom', path: ['days', index], message });
      dates.add(special.date);
    }
  });
export type Calendar = z.infer<typeof Calendar>;

/** A calendar for consultations: weekdays nine to five with a break, half an hour each. */
export const plainCalendar = (zone: string): Calendar => {
  const open = [
    { from: '09:00', to: '12:30' },
    { from: '13:30', to: '17:00' },
  ];
  return {
    zone,
    hours: [open, open, open, open, open, [], []],
    days: [],
    length: 30,
    startEvery: 30,
    before: 0,
    after: 0,
    notice: 120,
    ahead: 30,
    mostPerDay: null,
    seats: 1,
  };
};
