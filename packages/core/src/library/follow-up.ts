import type { Conditions } from '../conditions/index.ts';
import type { SequenceContent, SequenceStep } from '../followup/index.ts';
import type { Trade } from '../templates/suits.ts';

/** What a follow-up is for. */
export const followUpAims = {
  lead: 'A new lead',
  booking: 'A booking',
  event: 'An event',
  guide: 'A guide or report',
  listing: 'A home for sale',
  quote: 'A quote',
  after: 'After the work',
} as const;
export type FollowUpAim = keyof typeof followUpAims;

/**
 * How people come into a follow-up: by sending a form, by a booking in a calendar, by signing up for an event, by what
 * becomes of a booking, or by hand, one by one or many of a list at once.
 */
export type StartsBy = 'form' | 'calendar' | 'event' | 'missed' | 'came' | 'list' | 'hand';

/** A page that the words link to, written as `[[key]]` until one is chosen. */
export interface PageNeed {
  key: string;
  /** "The page where they book" */
  label: string;
  /** The template that such a page can be made from; null for none that fits. */
  template: string | null;
}

/** A follow-up to start from, with all that it needs besides its words. */
export interface FollowUp {
  key: string;
  name: string;
  /** What it does, in a sentence. */
  about: string;
  aim: FollowUpAim;
  trade: Trade;
  startsBy: StartsBy;
  pages: PageNeed[];
  /** Fields of people that its words read, which are added where the client has none of the name. */
  fields: { key: string; name: string }[];
  /** The people that a list of the name is made of, where it starts by one. */
  list: { name: string; conditions: Conditions } | null;
  content: Omit<SequenceContent, 'name' | 'event'> & { steps: SequenceStep[] };
}

/** How people come in, as it is told before a follow-up is taken. */
export const startWords: Record<StartsBy, string> = {
  form: 'Starts when somebody sends the form you choose.',
  calendar: 'Starts with every booking in the calendar you choose, and counts back from it.',
  event: 'Starts with every sign-up for the event you choose, and counts back from it.',
  missed: 'Starts when somebody misses a booking.',
  came: 'Starts when somebody came to a booking.',
  list: 'You start it for the people of a list, as many at once as you like.',
  hand: 'You start it from a person’s record, or for many at once from a list.',
};
