import { Temporal } from 'temporal-polyfill';
import { addressLine, clientFields, type Facts } from '../clients/index.ts';
import { momentFields, type MergeContext } from '../messages/index.ts';

/** Somebody to show messages and pages to while they are written. */
export const samplePerson = {
  first_name: 'Ana',
  last_name: 'Okafor',
  name: 'Ana Okafor',
  email: 'ana@example.com',
  phone: '(207) 555-0117',
};

/** A code that is shown while a message is written; nobody has it. */
export const sampleCode = 'SAMPLE-CODE';

const sampleTime = '2026-11-10T09:00';

/** Of what a sample person reads: the client as it is, and a booking and an event at a sample time. */
export interface SampleSubject {
  name: string;
  facts: Facts;
  /** Where the client's pages are. */
  site: string;
}

/**
 * What merge fields say while a message is written.
 *
 * @param at when the booking and the event are, as wall time in the client's zone: `2026-11-10T09:00`
 * @param eventName the name of the event; empty for none
 */
export function sampleValues(
  { name, facts, site }: SampleSubject,
  { at = sampleTime, eventName = '' }: { at?: string; eventName?: string } = {},
): MergeContext {
  const { zone, locale } = facts;
  const instant = Temporal.PlainDateTime.from(at).toZonedDateTime(zone).toInstant();
  const moment = momentFields(instant, zone, zone, locale);
  return {
    person: samplePerson,
    client: clientFields(name, facts),
    booking: {
      ...{ ...moment, where: addressLine(facts), with: 'Robin Hale' },
      change_link: `${site}/~/booking/sample`,
    },
    event: {
      ...{ name: eventName, ...moment, where: addressLine(facts) },
      ...{ link: `${site}/join`, recording: `${site}/recording` },
    },
  };
}
