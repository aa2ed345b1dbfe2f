import { api, type ClientSheet } from '@plumgate/contract';
import { dateToTell } from '@plumgate/core/booking';
import { sampleValues } from '@plumgate/core/emails';
import type { SequenceContent } from '@plumgate/core/followup';
import type { MergeContext } from '@plumgate/core/messages';
import { Temporal } from 'temporal-polyfill';
import { useEndpoint } from '../../api/hooks.ts';
import { localOf } from '../../ui/when.ts';

type Counted = SequenceContent['event'];

/** An event that somebody is signed up for: its name, and its wall time in the client's zone. */
interface SampleEvent {
  name: string;
  at: string;
}

/** The event that a sequence counts from, on its next date; null where it counts from nothing, or from any booking. */
export function useSampleEvent(sheet: ClientSheet, event: Counted): SampleEvent | null {
  const id = event.kind === 'booking' ? event.calendar : null;
  const list = useEndpoint(
    api.listCalendars,
    { params: { clientId: sheet.id } },
    { enabled: id !== null },
  );
  const clock = useEndpoint(api.getClock, {}, { enabled: id !== null });
  if (event.kind === 'fixed') return { name: event.name, at: event.at };
  const content = list.data?.calendars.find((one) => one.id === id)?.content;
  if (!content?.dates || !clock.data) return null;
  const { zone, length } = content.rules;
  const { start } = dateToTell(content.dates, zone, length, Temporal.Instant.from(clock.data.now));
  return { name: content.name, at: localOf(start.toString(), sheet.zone) };
}

/** What merge fields say while a sequence is written; `books` is when the sample person books, as wall time. */
export function useSequenceSample(sheet: ClientSheet, event: Counted, books = ''): MergeContext {
  const sample = useSampleEvent(sheet, event);
  const at = books || sample?.at;
  return sampleValues(sheet, {
    ...(at && { at }),
    ...(sample && { eventName: sample.name }),
  });
}
