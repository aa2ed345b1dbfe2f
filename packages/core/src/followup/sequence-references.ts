import type { Reference } from '../basics/index.ts';
import type { SequenceContent } from './sequence.ts';

/** Everything of the client's that a sequence names: the calendar it counts from, the sequences it starts. */
export function sequenceReferences({
  event,
  steps,
}: Pick<SequenceContent, 'event' | 'steps'>): Reference[] {
  const calendar: Reference[] =
    event.kind === 'booking' && event.calendar !== null
      ? [{ kind: 'calendar', id: event.calendar, at: 'event.calendar' }]
      : [];
  return [
    ...calendar,
    ...steps.flatMap(({ action }, index): Reference[] =>
      action.kind === 'start'
        ? [{ kind: 'sequence', id: action.sequence, at: `steps.${index}.action.sequence` }]
        : [],
    ),
  ];
}
