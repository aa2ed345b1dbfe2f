import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import { documentFormat, type DocumentFormat, type Instant } from '../basics/index.ts';
import type { Period } from '../results/index.ts';

/** What a report may show, as it is called on screen and on the sheet. */
export const reportParts = {
  words: 'Our words',
  numbers: 'The month in numbers',
  line: 'Visitors and leads by day',
  sources: 'Where they came from',
  pages: 'Pages',
  conversions: 'Conversions',
  tests: 'Ideas tested',
  leads: 'The leads',
} as const;
export type ReportPart = keyof typeof reportParts;
export const allReportParts = Object.keys(reportParts) as [ReportPart, ...ReportPart[]];

/** At which hour of the client's day reports are sent. */
const sentAtHour = 8;

/** A monthly report for a client: what it shows, in whose name, and to whom it is sent by itself. */
export const ReportContent = z.strictObject({
  name: z.string().trim().min(1, 'Give it a name.').max(60),
  /** In the order in which they are shown. */
  parts: z
    .array(z.enum(allReportParts))
    .min(1, 'Choose a part to show.')
    .refine((parts) => new Set(parts).size === parts.length, 'Each part is shown once.'),
  brand: z.enum(['client', 'agency']),
  /** On which day of the month that of the month before is sent; null where it is sent by hand. */
  schedule: z
    .strictObject({
      day: z.int().min(1).max(28, 'Not every month has a 29th.'),
      to: z
        .array(z.email('Give an email address.').max(254))
        .min(1, 'Say to whom it is sent.')
        .max(10),
    })
    .nullable(),
});
export type ReportContent = z.infer<typeof ReportContent>;

/** How reports are stored. */
export const reportFormat: DocumentFormat<ReportContent> = documentFormat('report', []);

/** A month by its year and number: `2026-10`. */
export const Month = z.string().regex(/^\d{4}-(0[1-9]|1[0-2])$/, 'Give the month as 2026-10.');

/** All days of a month. */
export function daysOfMonth(month: string): Period {
  const first = Temporal.PlainYearMonth.from(month).toPlainDate({ day: 1 });
  return { from: first.toString(), to: first.with({ day: first.daysInMonth }).toString() };
}

/** The month before that of a local day. */
export const monthBefore = (day: string): string =>
  Temporal.PlainYearMonth.from(day).subtract({ months: 1 }).toString();

/** The next time after a moment at which a report is sent: on its day of the month, in the client's zone. */
export function nextReportAt(dayOfMonth: number, after: Instant, zone: string): Instant {
  const today = after.toZonedDateTimeISO(zone).toPlainDate();
  const inMonth = (months: number) =>
    today
      .with({ day: 1 })
      .add({ months })
      .with({ day: dayOfMonth })
      .toZonedDateTime({ timeZone: zone, plainTime: { hour: sentAtHour } })
      .toInstant();
  const here = inMonth(0);
  return Temporal.Instant.compare(here, after) > 0 ? here : inMonth(1);
}

/** A day in a table or below a chart: `Oct 5`. */
export const shortDay = (day: string, locale = 'en-US'): string =>
  Temporal.PlainDate.from(day).toLocaleString(locale, { month: 'short', day: 'numeric' });

/** The month in words: `October 2026`. */
export const monthWords = (month: string, locale = 'en-US'): string =>
  Temporal.PlainYearMonth.from(month)
    .toPlainDate({ day: 1 })
    .toLocaleString(locale, { month: 'long', year: 'numeric' });
