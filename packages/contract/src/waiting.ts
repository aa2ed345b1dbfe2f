import { ClientId, PersonId, UserId } from '@plumgate/core/basics';
import { z } from 'zod';
import { noticeKinds } from '@plumgate/core/staff';
import { WaitingPerson } from './shapes.ts';

/** What those who have a screen open are told of at once: that something happened, to look at it anew. */
export const LiveEvent = z.object({
  /** What the team is told of has happened, or who waits has changed. */
  kind: z.enum([...noticeKinds, 'waiting']),
  clientId: ClientId,
  personId: PersonId.nullable(),
  /** Who looks after them: others need not be disturbed. */
  assigneeId: UserId.nullable(),
});
export type LiveEvent = z.infer<typeof LiveEvent>;

/** Who waits at all clients that somebody sees, in the order in which they are to be answered. */
export const WaitingEverywhere = z.object({
  waiting: z.array(WaitingPerson),
  total: z.int(),
});

/** How long people waited in one week, whose Monday is given; null where nobody was answered in it. */
export const AnswerTimes = z.object({
  week: z.iso.date(),
  answered: z.int(),
  /** Of those answered, how many within the promise. */
  kept: z.int(),
  /** In minutes of opening hours and in all: the median and the 90th percentile. */
  open: z.object({ median: z.number(), p90: z.number() }).nullable(),
  all: z.object({ median: z.number(), p90: z.number() }).nullable(),
});
export type AnswerTimes = z.infer<typeof AnswerTimes>;
