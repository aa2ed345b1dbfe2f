import { BinId } from '@plumgate/core/basics';
import { z } from 'zod';

/** A name that somebody gives; `what` says what to, as "the funnel". */
export const name = (what: string) => z.string().trim().min(1, `Give ${what} a name.`).max(80);

/** A new password; not what a sign-in is tried with. */
export const password = z
  .string()
  .min(10, 'Choose a password of at least 10 characters.')
  .max(200, 'Keep the password to 200 characters.');

export const email = z.email('Give an email address such as you@example.com.').max(254);

export const nothing = z.object({});

/** The words of a search. */
export const searchText = z.string().trim().max(200).default('');

/** Lists come in pages: `next` of one answer is `after` of the next request; null at the end. */
export const page = {
  after: z.string().max(200).optional(),
  limit: z.coerce.number().int().min(1).max(200).default(50),
};

export const inBin = z.object({ binId: BinId });

/** How often something was saved; a column of 32 bits. */
export const Version = z.int().min(0).max(2_147_483_647);

/** What is being changed, whole or not; `version` is the one it was changed from. */
export const DraftContent = z.object({
  version: z.int().min(0),
  content: z.record(z.string(), z.unknown()),
});

/** The first and the last of some days of a client's calendar, both counted. */
export const localDays = {
  from: z.iso.date('Give the day as 2026-11-05.'),
  to: z.iso.date('Give the day as 2026-11-05.'),
};
export const daysInOrder = { path: ['to'], error: 'The last day comes before the first.' };
export const period = z.object(localDays).refine(({ from, to }) => from <= to, daysInOrder);
