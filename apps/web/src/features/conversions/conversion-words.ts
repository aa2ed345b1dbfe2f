import type { ConditionChoices } from '@plumgate/contract';
import { moneyWords } from '@plumgate/core/basics';
import { watchedWords } from '@plumgate/core/conditions';
import {
  credits,
  outcomeNames,
  type ConversionContent,
  type OutcomeKind,
} from '@plumgate/core/conversions';

interface Named {
  id: string;
  name: string;
}
/** What an outcome may name. */
export interface OutcomeChoices extends Pick<
  ConditionChoices,
  'form' | 'calendar' | 'stage' | 'page' | 'parts'
> {
  file: Named[];
  pool: Named[];
}

/** What counts, in a few words: `A form was sent: First visit`. */
export function outcomeWords(on: OutcomeKind, choices: OutcomeChoices): string {
  const named = namedIn(on, choices);
  return named ? `${outcomeNames[on.kind]}: ${named}` : outcomeNames[on.kind];
}

function namedIn(on: OutcomeKind, choices: OutcomeChoices): string | null {
  const nameOf = (kind: keyof OutcomeChoices, id: string | null) =>
    id && ((choices[kind] as Named[]).find((one) => one.id === id)?.name ?? 'one that was deleted');
  switch (on.kind) {
    case 'lead':
      return nameOf('form', on.form);
    case 'booked':
    case 'came':
      return nameOf('calendar', on.calendar);
    case 'stage':
      return nameOf('stage', on.stage);
    case 'page':
      return nameOf('page', on.page);
    case 'video':
      return `${watchedWords[on.share]} “${nameOf('parts', on.part)}”`;
    case 'file':
      return nameOf('file', on.file);
    case 'redeemed':
      return nameOf('pool', on.pool);
    case 'call':
      return null;
  }
}

/** How it is counted: `once a person, the last visit within 30 days gets the credit`. */
export function ruleWords({ rule: { counts, windowDays, credit } }: ConversionContent): string {
  const often = counts === 'once' ? 'Once a person' : 'Every time';
  const days = windowDays === 1 ? 'a day' : `${windowDays} days`;
  return `${often}; ${credits[credit].toLowerCase()} within ${days} gets the credit`;
}

/** What one is worth, in words; empty where nobody has said. */
export function valueWords({ value }: ConversionContent, currency: string): string {
  const money = (amount: number) => moneyWords({ amount, currency }, 'en-US');
  switch (value.kind) {
    case 'none':
      return '';
    case 'fixed':
      return `each worth ${money(value.amount)}`;
    case 'person':
      return 'each worth what the person’s record says';
    case 'share':
      return `each worth ${value.percent}% of ${money(value.amount)}`;
  }
}

/** What to do about an outcome that was never seen. */
export const notSeenWords: Record<OutcomeKind['kind'], string> = {
  lead: 'Not seen yet. Send the form once from the live page, not from the editor.',
  booked: 'Not seen yet. Book a time once on the live page.',
  came: 'Not seen yet. Mark somebody as came once their booking is over.',
  stage: 'Not seen yet. Move somebody to this stage.',
  call: 'Not seen yet. Press a phone number on a live page with a browser that isn’t signed in here.',
  page: 'Not seen yet. Open the live page with a browser that isn’t signed in here.',
  video: 'Not seen yet. Watch the video on the live page with a browser that isn’t signed in here.',
  file: 'Not seen yet. Press the download button on the live page with a browser that isn’t signed in here.',
  redeemed: 'Not seen yet. Redeem a voucher under Vouchers.',
};
