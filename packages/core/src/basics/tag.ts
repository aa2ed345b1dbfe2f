import { z } from 'zod';

/** A tag as people type it: short, lower case, words joined by hyphens or spaces. */
export const Tag = z
  .string()
  .trim()
  .toLowerCase()
  .min(1)
  .max(40, 'Keep a tag to 40 characters.')
  .regex(/^[^,<>]+$/, 'A tag has no commas or angle brackets.');
