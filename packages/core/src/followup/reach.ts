import { z } from 'zod';

/** Why a step does not happen. */
export const LeftOut = z.enum([
  'late',
  'no-event',
  'event-cancelled',
  'quiet-until-past-event',
  'ended',
  'event-past',
  'first-run-only',
  'no-email',
  'mail-refused',
  'unsubscribed',
  'suppressed',
  'no-phone',
  'no-text-consent',
  'event-changed',
  'notices-stopped',
  'client-archived',
  'person-removed',
  'has-booked',
  'no-email-consent',
  'already-got-it',
  'campaign-stopped',
  'not-asked-for',
  'paused',
  'skipped',
]);
export type LeftOut = z.infer<typeof LeftOut>;

/** Why a step is left out that may come after all when the person can be reached again. */
export const reachReasons: readonly LeftOut[] = [
  'no-email',
  'mail-refused',
  'unsubscribed',
  'no-phone',
  'no-text-consent',
];

/** What decides whether a message can reach somebody. */
export interface Reachable {
  email: string;
  phone: string;
  /** Agreed to texts and has not stopped them since. */
  textConsent: boolean;
  unsubscribed: boolean;
  /** Their mail host refused them for good. */
  mailRefused: boolean;
}

/** Why an email can't reach somebody as things stand; null when it can. */
export function emailReach(person: Reachable): LeftOut | null {
  if (!person.email) return 'no-email';
  if (person.mailRefused) return 'mail-refused';
  return person.unsubscribed ? 'unsubscribed' : null;
}

/** Why a text can't reach somebody as things stand; null when it can. */
export function textReach(person: Reachable): LeftOut | null {
  if (!person.phone) return 'no-phone';
  return person.textConsent ? null : 'no-text-consent';
}
