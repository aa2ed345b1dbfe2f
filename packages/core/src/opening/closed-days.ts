import { z } from 'zod';
import type { ClosedSpan } from './week-from.ts';

const LocalDate = z.iso.date('Give a date such as 2026-12-24.');

/** Days on which a client is closed whatever the weekday's hours say: a holiday, or a week away. Both ends are closed. */
export const ClosedDays = z
  .strictObject({ from: LocalDate, to: LocalDate, name: z.string().trim().max(60) })
  .refine(({ from, to }) => from <= to, {
    error: 'These days end before they begin. Swap the dates.',
    path: ['to'],
  }) satisfies z.ZodType<ClosedSpan>;
export type ClosedDays = z.infer<typeof ClosedDays>;
