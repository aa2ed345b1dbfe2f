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
