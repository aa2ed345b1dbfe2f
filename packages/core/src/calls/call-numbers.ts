import { z } from 'zod';
import { phoneKey } from '../people/index.ts';

/** A phone number that a client gives out for one source alone: who calls it has come from there. */
export const CallNumber = z.strictObject({
  source: z.string().trim().min(1, 'Name the source.').max(60),
  phone: z.string().trim().min(5, 'Give a phone number.').max(40),
});
export type CallNumber = z.infer<typeof CallNumber>;

const digits = ({ phone }: CallNumber) => phone.replace(/\D/g, '');

const areDifferent = (keys: readonly string[]) => new Set(keys).size === keys.length;

/** A client's numbers by source: one for each source, and each number for one. */
export const CallNumbers = z
  .array(CallNumber)
  .max(50)
  .refine((numbers) => areDifferent(numbers.map(({ source }) => source.toLowerCase())), {
    error: 'Give each source one number.',
  })
  .refine((numbers) => areDifferent(numbers.map(digits)), {
    error: 'Give each number to one source.',
  });

/** The number that visitors from a source see; null where it has none of its own. */
export const numberForSource = (numbers: readonly CallNumber[], source: string): string | null =>
  numbers.find((one) => one.source.toLowerCase() === source.toLowerCase())?.phone ?? null;

/** The source whose number was called, however either is written; null where it is nobody's. */
export function sourceOfNumber(
  numbers: readonly CallNumber[],
  called: string,
  country: string,
): string | null {
  const key = phoneKey(called, country);
  if (key === null) return null;
  return numbers.find(({ phone }) => phoneKey(phone, country) === key)?.source ?? null;
}
