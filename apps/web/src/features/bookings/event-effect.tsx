import { api, type EventChange } from '@plumgate/contract';
import type { CalendarContent } from '@plumgate/core/booking';
import { useDeferredValue } from 'react';
import { useEndpoint } from '../../api/hooks.ts';
import { whenText } from '../../ui/when.ts';

/** What applying a change of an event means for those who are signed up; nothing where it means nothing. */
export function EventEffect({
  calendarId,
  content,
}: {
  calendarId: string;
  content: CalendarContent;
}) {
  const previewed = useDeferredValue(content);
  const effect = useEndpoint(api.previewCalendarChange, {
    params: { calendarId },
    body: { content: previewed },
  });
  const lines = effect.data ? effectLines(effect.data, content.rules.zone) : [];
  if (lines.length === 0) return null;
  const stops = effect.data!.gone.length > 0;
  return (
    <div
      role="status"
      className={`border-b border-line px-6 py-2.5 ${stops ? 'bg-brick-tint text-brick' : 'bg-tide-tint text-tide'}`}
    >
      {lines.map((line) => (
        <p key={line}>{line}</p>
      ))}
    </div>
  );
}

const people = (count: number) => (count === 1 ? '1 person is' : `${count} people are`);

/** What a change leads to, a sentence each. */
export function effectLines({ moved, gone, recordings }: EventChange, zone: string): string[] {
  return [
    ...gone.map(
      ({ start, people: count }) =>
        `${people(count)} signed up for ${whenText(start, zone)}, which the event would no longer have. Move that date, or cancel their bookings first.`,
    ),
    ...(moved > 0
      ? [
          `${people(moved)} signed up. When you apply this, they get a message with the new time and place; their reminders and calendar entries follow.`,
        ]
      : []),
    ...(recordings > 0
      ? [
          `When you apply this, the recording goes to ${recordings === 1 ? '1 person' : `${recordings} people`}.`,
        ]
      : []),
  ];
}
