import { api, type EditorPage } from '@plumgate/contract';
import type { CalendarId } from '@plumgate/core/basics';
import { looksUntil, shownTimes, timeOptions } from '@plumgate/core/booking';
import { pageWords } from '@plumgate/core/languages';
import { blocksOf } from '@plumgate/core/page';
import type { FreeTimes } from '@plumgate/page-kit';
import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Temporal } from 'temporal-polyfill';
import { call } from '../../api/call.ts';
import { keyOf, useEndpoint } from '../../api/hooks.ts';
import { sampleTimes } from '../pages/page-context.ts';
import { useEditor } from './store.ts';

/**
 * The free times of the calendars on the page as visitors would see them when it was opened, so that the canvas is as
 * high as the page; samples until they are there, and for a block without a calendar.
 */
export function useFreeTimes(page: EditorPage): (calendar: CalendarId) => FreeTimes {
  const wanted = useEditor(({ draft }) =>
    [
      ...new Set(
        blocksOf(draft.page).flatMap((one) => (one.kind === 'booking' ? [one.calendarId] : [])),
      ),
    ].join(),
  );
  const locale = useEditor(({ draft }) => pageWords(draft.page.language).locale);
  const { data } = useEndpoint(
    api.listCalendars,
    { params: { clientId: page.client.id } },
    { enabled: wanted !== '' },
  );
  const now = Temporal.Instant.from(page.now);
  const calendars = useMemo(
    () => (data?.calendars ?? []).filter(({ id }) => wanted.split(',').includes(id)),
    [data, wanted],
  );
  const asked = calendars.map(({ id, content }) => ({
    params: { calendarId: id },
    query: { from: page.now, until: looksUntil(content.rules, now).toString() },
  }));
  const answers = useQueries({
    queries: asked.map((given) => ({
      queryKey: keyOf(api.listSlots, given),
      queryFn: () => call(api.listSlots, given),
    })),
    combine: (all) => all.map((one) => one.data?.slots),
  });
  return useMemo(() => {
    const known = new Map<string, FreeTimes>();
    for (const [index, { id, content, staff }] of calendars.entries()) {
      const slots = answers[index];
      if (!slots) continue;
      const { nextDay, ...shown } = shownTimes(slots, content.rules, { locale });
      known.set(id, {
        ...{ ...shown, ...timeOptions(content, staff) },
        ...{ nearest: [], later: nextDay && '#' },
      });
    }
    return (calendar) => known.get(calendar) ?? sampleTimes;
  }, [calendars, answers, locale]);
}
