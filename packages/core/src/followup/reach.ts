import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import type { Instant } from '../basics/index.ts';

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
  'mail-paused',
  'offers-refused',
  'offers-too-often',
  'follow-up-refused',
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
  /** The zone that they live in; empty or left out where it is not known. */
  zone?: string;
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

/** How often somebody wants offers and news. */
export const offerRhythms = {
  any: 'As often as there are some',
  weekly: 'At most once a week',
  monthly: 'At most once a month',
  never: 'None',
} as const;
export type OfferRhythm = keyof typeof offerRhythms;

/** What somebody has chosen of mail to them. What they booked is confirmed and reminded of whatever they chose. */
export interface MailChoices {
  offers: OfferRhythm;
  /** Follow-up on what they asked for. */
  followUp: boolean;
  /** Until then nothing comes; null where nothing is paused. */
  pausedUntil: Instant | null;
}

/** For how many days after one offer no other comes; null for as often as there are some. */
export const daysBetweenOffers: Record<OfferRhythm, number | null> = {
  ...{ any: null, weekly: 7, monthly: 30, never: null },
};

/** Why an email of a sequence does not go out now by what somebody chose; null where it does. */
export function followUpRefused(
  { followUp, pausedUntil }: MailChoices,
  now: Instant,
): LeftOut | null {
  if (!followUp) return 'follow-up-refused';
  return pausedUntil && Temporal.Instant.compare(now, pausedUntil) < 0 ? 'mail-paused' : null;
}

/** What somebody chose, in words for the business; empty where all is as usual. */
export function choiceWords(
  { offers, followUp, pausedUntil }: MailChoices,
  now: Instant,
  dateOf: (at: Instant) => string,
): string[] {
  const isPaused = pausedUntil && Temporal.Instant.compare(now, pausedUntil) < 0;
  return [
    ...(isPaused ? [`Email paused until ${dateOf(pausedUntil)}`] : []),
    ...(offers === 'never' ? ['No offers by email'] : []),
    ...(offers === 'weekly' ? ['Offers at most once a week'] : []),
    ...(offers === 'monthly' ? ['Offers at most once a month'] : []),
    ...(followUp ? [] : ['No follow-up by email']),
  ];
}
