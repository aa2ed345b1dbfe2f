import { z } from 'zod';

/**
 * What the team can be told of, each of people of theirs or of nobody's: a new lead, a promise that is about to be broken, a
 * booking that somebody made, moved or canceled, an answer to a message.
 */
export const noticeKinds = ['lead', 'promise', 'booking', 'answer'] as const;
export type NoticeKind = (typeof noticeKinds)[number];

/** In the app, while it is open; by email; by text. */
export const noticeWays = ['app', 'email', 'text'] as const;
export type NoticeWay = (typeof noticeWays)[number];

const Ways = z.array(z.enum(noticeWays)).max(noticeWays.length);

/** What somebody of the team is told of, by which ways, and when. */
export const NoticeSettings = z.strictObject({
  lead: Ways,
  promise: Ways,
  booking: Ways,
  answer: Ways,
  /** Only while they are on duty, or at any time. */
  when: z.enum(['always', 'on-duty']),
});
export type NoticeSettings = z.infer<typeof NoticeSettings>;

export const usualNotices: NoticeSettings = {
  lead: ['app'],
  promise: ['app', 'email'],
  booking: ['app'],
  answer: ['app'],
  when: 'always',
};
