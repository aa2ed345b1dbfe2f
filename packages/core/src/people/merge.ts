import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';
import type { FieldValues } from './own-fields.ts';
import { fullName, type AlsoGiven, type ContactDetails } from './person-from-answers.ts';

/** What a record says of a person, as far as two of them can be made one. */
export interface Mergeable extends ContactDetails {
  assigneeId: string | null;
  /** Where they came from when they first wrote, and when they last did. */
  source: string;
  lastSource: string;
  submissionCount: number;
  addedAt: Instant;
  lastSeenAt: Instant;
  unsubscribedAt: Instant | null;
  mailRefusedAt: Instant | null;
  touchedAt: Instant | null;
  waitingSince: Instant | null;
  promisedBy: Instant | null;
  fields: FieldValues;
}

/** Of two records, which one a part is taken from; `name`, `email`, `phone`, `assignee`, and `fields.` with a field's key. */
export type MergeChoices = Record<string, 'this' | 'other'>;

/** What two records become as one. */
export interface Merged<Side extends Mergeable> {
  person: Pick<Side, keyof Mergeable>;
  /** What was not chosen, to be kept beside it. */
  also: AlsoGiven;
}

/**
 * Two records as one. Where both know something the choice decides, else the first; where one knows it, it does. A refused
 * address goes with its address, an agreement to texts with its number. Whoever has unsubscribed on either stays
 * unsubscribed: nobody may be written to again because records were merged.
 */
export function merged<Side extends Mergeable>(
  one: Side,
  other: Side,
  choices: MergeChoices,
): Merged<Side> {
  const side = (what: string, knows: (side: Side) => boolean): Side => {
    if (!knows(one)) return other;
    return choices[what] === 'other' && knows(other) ? other : one;
  };
  const named = side('name', (one) => fullName(one) !== '');
  const mailed = side('email', ({ email }) => email !== '');
  const called = side('phone', ({ phone }) => phone !== '');
  const isSamePhone = one.phoneKey !== null && one.phoneKey === other.phoneKey;
  const older = Temporal.Instant.compare(one.addedAt, other.addedAt) <= 0 ? one : other;
  const latest = Temporal.Instant.compare(one.lastSeenAt, other.lastSeenAt) >= 0 ? one : other;
  const fields = { ...other.fields, ...one.fields };
  for (const key of Object.keys(other.fields))
    if (choices[`fields.${key}`] === 'other') fields[key] = other.fields[key]!;
  return {
    person: {
      firstName: named.firstName,
      lastName: named.lastName,
      email: mailed.email,
      emailKey: mailed.emailKey,
      mailRefusedAt: mailed.mailRefusedAt,
      phone: called.phone,
      phoneKey: called.phoneKey,
      textConsent: isSamePhone ? one.textConsent || other.textConsent : called.textConsent,
      assigneeId: side('assignee', ({ assigneeId }) => assigneeId !== null).assigneeId,
      source: older.source,
      lastSource: latest.lastSource,
      submissionCount: one.submissionCount + other.submissionCount,
      addedAt: older.addedAt,
      lastSeenAt: later(one.lastSeenAt, other.lastSeenAt),
      unsubscribedAt: earlier(one.unsubscribedAt, other.unsubscribedAt),
      touchedAt: earlier(one.touchedAt, other.touchedAt),
      // Who has called one of the two has not seen what the other wrote.
      waitingSince: earlier(one.waitingSince, other.waitingSince),
      promisedBy: earlier(one.promisedBy, other.promisedBy),
      fields,
    },
    also: {
      name: besides(fullName(named), [fullName(one), fullName(other)]),
      email: besides(mailed.email, [one.email, other.email]),
      phone: isSamePhone ? '' : besides(called.phone, [one.phone, other.phone]),
    },
  };
}

/** Of what both records say, what is not the one that was chosen; empty text where they say the same. */
const besides = (chosen: string, said: string[]): string =>
  said.find((one) => one.toLowerCase() !== chosen.toLowerCase()) ?? '';

/** The parts that both records know and that differ, so that somebody has to choose. */
export function differingParts(one: Mergeable, other: Mergeable): string[] {
  const differs = (part: (side: Mergeable) => unknown) =>
    Boolean(part(one)) && Boolean(part(other)) && part(one) !== part(other);
  const fields = Object.keys(one.fields).filter(
    (key) =>
      key in other.fields && JSON.stringify(one.fields[key]) !== JSON.stringify(other.fields[key]),
  );
  return [
    ...(differs(fullName) ? ['name'] : []),
    ...(differs(({ emailKey }) => emailKey) ? ['email'] : []),
    ...(differs(({ phone, phoneKey }) => phoneKey ?? phone) ? ['phone'] : []),
    ...(differs(({ assigneeId }) => assigneeId) ? ['assignee'] : []),
    ...fields.map((key) => `fields.${key}`),
  ];
}

const later = (one: Instant, other: Instant): Instant =>
  Temporal.Instant.compare(one, other) >= 0 ? one : other;

const earlier = (one: Instant | null, other: Instant | null): Instant | null => {
  if (!one || !other) return one ?? other;
  return later(one, other) === one ? other : one;
};
