import { unreachable } from '../basics/index.ts';
import type { LeftOut } from './reach.ts';

/** Why a step was left out, as a clause: "left out, because …" */
export function leftOutWords(reason: LeftOut): string {
  switch (reason) {
    case 'late':
      return 'its time was already past';
    case 'no-event':
      return 'there is no event to count from yet';
    case 'event-cancelled':
      return 'the event was cancelled';
    case 'quiet-until-past-event':
      return 'quiet hours last until after the event';
    case 'ended':
      return 'the sequence has ended before it';
    case 'event-past':
      return 'the event was over before it could go out';
    case 'first-run-only':
      return 'they had it when they first joined';
    case 'no-email':
      return 'there is no email address';
    case 'person-removed':
      return 'they were deleted';
    case 'has-booked':
      return 'they have booked';
    case 'not-asked-for':
      return 'they are not who it is for';
    case 'paused':
      return 'the sequence is paused for them';
    case 'skipped':
      return 'it was skipped by hand';
    case 'mail-refused':
      return 'their mail host refuses mail to this address';
    case 'unsubscribed':
      return 'they have unsubscribed';
    case 'suppressed':
      return 'their address is on the list of those that get no mail';
    case 'mail-paused':
      return 'they have paused email';
    case 'offers-refused':
      return 'they want no offers by email';
    case 'offers-too-often':
      return 'they want offers less often';
    case 'follow-up-refused':
      return 'they want no follow-up by email';
    case 'no-phone':
      return 'there is no phone number';
    case 'no-text-consent':
      return 'they have not agreed to texts';
    case 'no-email-consent':
      return 'they have not agreed to such emails';
    case 'already-got-it':
      return 'somebody with the same address or number got it';
    case 'campaign-stopped':
      return 'the campaign was stopped';
    case 'event-changed':
      return 'the event was moved before it could go out';
    case 'notices-stopped':
      return 'this address wants no more notices';
    case 'client-archived':
      return 'the client was archived';
    default:
      return unreachable(reason);
  }
}
