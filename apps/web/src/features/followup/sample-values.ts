import type { ClientSheet } from '@plumgate/contract';
import { sampleValues } from '@plumgate/core/emails';
import type { SequenceContent } from '@plumgate/core/followup';
import type { MergeContext } from '@plumgate/core/messages';

/** What merge fields say while a sequence is written; `books` is when the sample person books, as wall time. */
export const sequenceSample = (
  sheet: ClientSheet,
  event: SequenceContent['event'],
  books = '',
): MergeContext =>
  event.kind === 'fixed'
    ? sampleValues(sheet, { at: event.at, eventName: event.name })
    : sampleValues(sheet, books ? { at: books } : {});
