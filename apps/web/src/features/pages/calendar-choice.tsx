import { api } from '@plumgate/contract';
import type { CalendarId } from '@plumgate/core/basics';
import { blocksOf, turnBlocks, type Draft } from '@plumgate/core/page';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { SelectField } from '../../ui/field.tsx';

/** Whether a draft shows free times, so that a calendar has to be chosen for it. */
export const showsTimes = ({ page }: Draft): boolean =>
  blocksOf(page).some(({ kind }) => kind === 'booking');

/** A draft whose free times are those of one calendar. */
export const withCalendar = (draft: Draft, calendarId: CalendarId): Draft => ({
  ...draft,
  page: {
    ...draft.page,
    bands: turnBlocks(draft.page.bands, (block) =>
      block.kind === 'booking' ? { ...block, calendarId } : block,
    ),
  },
});

/**
 * Which calendar new pages show: one of the client's, the first unless another is chosen, or a new one, which is made
 * as `calendarId` is asked for.
 */
export function useCalendarChoice(clientId: string, suggestedName: string) {
  const known = useEndpoint(api.listCalendars, { params: { clientId } }).data?.calendars ?? [];
  const [chosen, setChosen] = useState<string | null>(null);
  const value = chosen ?? known[0]?.id ?? '';
  const field = (
    <SelectField
      label="Calendar"
      options={{
        ...Object.fromEntries(known.map(({ id, content }) => [id, content.name])),
        '': 'A new calendar',
      }}
      value={value}
      help={
        value === ''
          ? 'It starts with the opening hours of the fact sheet.'
          : 'The page shows its free times.'
      }
      onChange={(event) => setChosen(event.target.value)}
    />
  );
  const calendarId = async (): Promise<CalendarId> => {
    if (value !== '') return value as CalendarId;
    const body = { name: suggestedName.slice(0, 80) };
    return (await call(api.createCalendar, { params: { clientId }, body })).id;
  };
  return { field, calendarId };
}
