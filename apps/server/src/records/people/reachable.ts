import type { MailChoices, Reachable } from '@plumgate/core/followup';
import type { PersonRow } from './person-store.ts';

/** A person as core asks whether messages reach them. */
export const reachable = (person: PersonRow): Reachable => ({
  email: person.email,
  phone: person.phone,
  textConsent: person.textConsent,
  unsubscribed: person.unsubscribedAt !== null,
  mailRefused: person.mailRefusedAt !== null,
  zone: person.zone,
});

/** What somebody has chosen of mail to them. */
export const mailChoicesOf = (
  person: Pick<PersonRow, 'offers' | 'followUpMail' | 'mailPausedUntil'>,
): MailChoices => ({
  offers: person.offers,
  followUp: person.followUpMail,
  pausedUntil: person.mailPausedUntil,
});
