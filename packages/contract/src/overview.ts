import { InstantText } from '@plumgate/core/basics';
import { z } from 'zod';
import { ClientSummary } from './shapes.ts';

/** Something that is wrong at a client; `count` is how many there are of it. */
export const Trouble = z.object({
  kind: z.enum([
    'nothing-live',
    'undelivered',
    'host-lost',
    'promise-broken',
    'held',
    'notices-stopped',
  ]),
  count: z.int(),
});
export type Trouble = z.infer<typeof Trouble>;

/** A client among all: the figures of the last days, in the client's own calendar. */
export const ClientOverview = z.object({
  client: ClientSummary,
  /** New leads of each of the last 8 weeks of seven days, the oldest first. */
  weeks: z.array(z.int()).length(8),
  /** Visitors of the funnels' first steps, and those of them who became leads. */
  visitors: z.int(),
  converted: z.int(),
  leads: z.int(),
  /** In as many days before. */
  leadsBefore: z.int(),
  waiting: z.int(),
  /** Of those who wait, how many beyond the promise. */
  overdue: z.int(),
  /** Since when the one waits who has waited longest. */
  waitingSince: InstantText.nullable(),
  /** Minutes of opening hours until the first call or message, the median; null where nobody was answered. */
  medianMinutes: z.number().nullable(),
  /** Bookings that were made. */
  booked: z.int(),
  /** What people who were won are worth, in minor units of the client's currency. */
  won: z.number(),
  troubles: z.array(Trouble),
});
export type ClientOverview = z.infer<typeof ClientOverview>;
