import type { ClientSheet } from '@plumgate/contract';
import { addressLine, clientFields } from '@plumgate/core/clients';
import type { SequenceContent } from '@plumgate/core/followup';
import { momentFields } from '@plumgate/core/messages';
import { Temporal } from 'temporal-polyfill';
import { momentOf } from '../../ui/when.ts';
import { samplePerson } from '../pages/page-context.ts';

const sampleTime = '2026-11-10T09:00';

/** What merge fields say while a message is written: the client as it is, a sample person, and the event or a sample time. */
export function mergeFields(
  sheet: ClientSheet,
  event: SequenceContent['event'],
  books = sampleTime,
) {
  const at = event.kind === 'fixed' ? event.at : books || sampleTime;
  const moment = momentFields(
    Temporal.Instant.from(momentOf(at, sheet.zone)),
    sheet.zone,
    sheet.zone,
    sheet.facts.locale,
  );
  return {
    person: samplePerson,
    client: clientFields(sheet.name, sheet.facts),
    booking: { ...moment, where: addressLine(sheet.facts), change_link: `${sheet.site}/…` },
    event: { name: event.kind === 'fixed' ? event.name : '', ...moment },
  };
}
