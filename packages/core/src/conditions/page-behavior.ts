import { z } from 'zod';
import type { FormId, PageId } from '../basics/index.ts';

/**
 * How much of a video was watched, in percent: it is told as each of these is reached. 0 is that it was started, and
 * nearly all counts as 100: people leave as it ends.
 */
export const watchedShares = [0, 25, 50, 75, 100] as const;
export const WatchedShare = z.literal(watchedShares);
export type WatchedShare = z.infer<typeof WatchedShare>;

/** The part of a page that any of its phone numbers is, where a button is named by its id. */
export const phonePart = 'phone';

/** A form that was begun counts as left when nobody has sent it within so many minutes (common practice, no source). */
export const leftAfterMinutes = 30;

/** Something that somebody did on a page. */
export type PageBehavior =
  | { did: 'saw'; page: PageId }
  | { did: 'pressed'; page: PageId; part: string }
  | { did: 'watched'; page: PageId; part: string; share: WatchedShare }
  /** They began a form and did not send it. */
  | { did: 'left'; form: FormId };

/** "started", or "watched half of". */
export const watchedWords: Record<WatchedShare, string> = {
  0: 'started',
  25: 'watched a quarter of',
  50: 'watched half of',
  75: 'watched three quarters of',
  100: 'watched all of',
};
