import { z } from 'zod';

/** Every code an answer can carry, with its HTTP status and the sentence for a person. A retired code is never reused. */
export const problemCodes = {
  'bad-request': { status: 400, title: 'Something in the request is not right.' },
  'not-json': { status: 400, title: 'The request is not readable JSON.' },
  'not-signed-in': { status: 401, title: 'Please sign in.' },
  'wrong-sign-in': {
    status: 401,
    title: 'The email address and the password do not go together.',
  },
  'wrong-code': {
    status: 403,
    title: 'That is not the set-up code. It is printed where Plum Gate was started.',
  },
  'account-paused': {
    status: 403,
    title: 'This account is paused. Ask an owner of the agency.',
  },
  'second-factor-needed': { status: 401, title: 'Type the code of your authenticator app.' },
  'wrong-second-factor': {
    status: 401,
    title: 'That code is wrong or was used already. Wait for the next one and type it.',
  },
  'link-over': {
    status: 410,
    title: 'This link was used already, was withdrawn or is too old. Ask for a new one.',
  },
  'last-owner': {
    status: 409,
    title: 'The agency would be left without an owner. Make somebody else an owner first.',
  },
  'not-allowed': { status: 403, title: 'Your role does not allow this.' },
  'other-origin': { status: 403, title: 'This request came from another site.' },
  'not-found': { status: 404, title: 'There is nothing here.' },
  'already-set-up': { status: 409, title: 'This installation already has an owner.' },
  'already-redeemed': { status: 409, title: 'This voucher was redeemed already.' },
  'place-taken': {
    status: 409,
    title: 'Something else has taken its place since it was deleted. Change or delete that first.',
  },
  'address-taken': { status: 409, title: 'That address is taken.' },
  'changed-elsewhere': {
    status: 409,
    title: 'Another user changed this in the meantime. Reload to see their version.',
  },
  'slot-taken': { status: 409, title: 'That time is not free. Choose another.' },
  'date-is-booked': {
    status: 409,
    title:
      'People are signed up for a date that the event would no longer have. Move that date, or cancel their bookings first.',
  },
  'booking-is-over': {
    status: 409,
    title: 'This booking is over or canceled and can no longer be changed.',
  },
  'too-late-to-change': {
    status: 409,
    title: 'It is too close to the booking to change it here. Please call instead.',
  },
  'under-test': {
    status: 409,
    title: 'A split test is running on this page. End the test, then publish.',
  },
  'has-a-test': { status: 409, title: 'This page has a split test already. End that one first.' },
  'test-has-begun': {
    status: 409,
    title:
      'The test has begun: what it compares can no longer be changed. End it, then begin another.',
  },
  'test-not-running': { status: 409, title: 'This test is not running.' },
  'not-publishable': { status: 422, title: 'The page is not ready to publish.' },
  'not-a-picture': {
    status: 422,
    title: 'The file is not a picture that can be read. Use JPEG, PNG, WebP, AVIF or GIF.',
  },
  'too-many-busy-feeds': {
    status: 422,
    title: 'Five calendars are read for one person at most. Remove one first.',
  },
  'not-fetched': { status: 422, title: 'Nothing could be fetched from this address.' },
  'not-a-page': {
    status: 422,
    title: 'There is no web page to read here.',
  },
  'not-a-file': {
    status: 422,
    title: 'This kind of file can’t be stored. Use PDF for documents, MP4 or WebM for video.',
  },
  'not-a-bundle': {
    status: 422,
    title: 'The zip can’t be imported. Nothing was changed.',
  },
  'unsupported-type': {
    status: 415,
    title: 'A body of this type can’t be read here. Send JSON, or a file where one is asked for.',
  },
  'too-large': { status: 413, title: 'That is too large.' },
  'too-many-tries': { status: 429, title: 'Too many tries. Wait a minute and try again.' },
  'our-fault': {
    status: 500,
    title: 'Something went wrong on our side. Nothing you typed was lost; try again.',
  },
  'not-ready': {
    status: 503,
    title: 'The program is starting or stopping. Try again in a moment.',
  },
} as const satisfies Record<string, { status: number; title: string }>;

export type ProblemCode = keyof typeof problemCodes;

/** An error answer: an RFC 9457 problem document with a stable code. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  code: z.enum(Object.keys(problemCodes) as [ProblemCode, ...ProblemCode[]]),
  detail: z.string().optional(),
  requestId: z.string().optional(),
  /** Where the request is wrong: a path such as `body.email` and a sentence. */
  fields: z.array(z.object({ field: z.string(), message: z.string() })).optional(),
});
export type Problem = z.infer<typeof Problem>;
