import { ClientId, InstantText, PersonId } from '@plumgate/core/basics';
import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { nothing } from './parts.ts';
import { AnswerTimes, WaitingEverywhere } from './waiting.ts';

const ofClient = z.object({ clientId: ClientId });

export const followEvents = endpoint({
  method: 'GET',
  path: '/api/events',
  summary: 'What happens, as it happens: server-sent events, each a LiveEvent as JSON',
  right: 'people.read',
  answerType: 'text/event-stream',
  answer: z.unknown(),
});
export const listWaiting = endpoint({
  method: 'GET',
  path: '/api/waiting',
  summary:
    'Who waits at all clients: first those to be answered in time, then the overdue ones, the newest first',
  right: 'people.read',
  answer: WaitingEverywhere,
});
export const letGo = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/waiting/let-go',
  summary: 'Say of people that nobody will answer them any more, and why',
  right: 'people.write',
  params: ofClient,
  body: z
    .object({
      people: z.array(PersonId).min(1).max(1000).optional(),
      /** All who have waited since before this moment. */
      before: InstantText.optional(),
      reason: z.string().trim().min(1, 'Say why.').max(200),
    })
    .refine(({ people, before }) => (people === undefined) !== (before === undefined), {
      error: 'Name the people, or a moment before which they began to wait.',
    }),
  /** `batch` is what `undoLetGo` takes. */
  answer: z.object({ count: z.int(), batch: z.uuid() }),
});
export const undoLetGo = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/waiting/undo',
  summary: 'Let people who were let go wait again, as before',
  right: 'people.write',
  params: ofClient,
  body: z.object({ batch: z.uuid() }),
  answer: nothing,
});
export const getAnswerTimes = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/answer-times',
  summary: 'How long people waited for a first call or message, by week, the last 8 weeks',
  right: 'people.read',
  params: ofClient,
  answer: z.object({ weeks: z.array(AnswerTimes) }),
});
