import { api, type EditorPage } from '@plumgate/contract';
import type { CalendarId, FormId } from '@plumgate/core/basics';
import { formsWithQuestions, looksUntil, shownTimes, timeOptions } from '@plumgate/core/booking';
import { pageWords } from '@plumgate/core/languages';
import { blocksOf, type Draft } from '@plumgate/core/page';
import type { FreeTimes } from '@plumgate/page-kit';
import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Temporal } from 'temporal-polyfill';
import { call } from '../../api/call.ts';
import { keyOf, useEndpoint } from '../../api/hooks.ts';
import { sampleTimes } from '../pages/page-context.ts';
import { useEditor } from './store.ts';

/**
 * What the calendars on the page bring to it, so that the canvas is as high as the page: their free times as visitors would
 * see them when it was opened, samples until they are there and for a block without a calendar; and the forms of the draft
 * with what the calendars ask.
 */
export function useOfferedTimes(page: EditorPage): {
  times: (calendar: CalendarId) => FreeTimes;
  forms: Draft['forms'];
} {
  const draftForms = useEditor(({ draft }) => draft.forms);
  // As text, so that the rest is worked out again only where it changes.
  const offered = useEditor(({ draft }) =>
    blocksOf(draft.page)
      .flatMap((one) => (one.kind === 'booking' ? [`${one.formId} ${one.calendarId}`] : []))
      .join(),
  );
  const locale = useEditor(({ draft }) => pageWords(draft.page.language).locale);
  const { data } = useEndpoint(
    api.listCalendars,
    { params: { clientId: page.client.id } },
    { enabled: offered !== '' },
  );
  const now = Temporal.Instant.from(page.now);
  const calendars = useMemo(
    () => (data?.calendars ?? []).filter(({ id }) => offered.includes(` ${id}`)),
    [data, offered],
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
  const forms = useMemo(
    () =>
      formsWithQuestions(
        draftForms,
        offered.split(',').map((pair) => {
          const [formId, calendarId] = pair.split(' ');
          const calendar = calendars.find(({ id }) => id === calendarId);
          return { formId: formId as FormId, questions: calendar?.content.questions ?? [] };
        }),
      ),
    [draftForms, offered, calendars],
  );
  const times = useMemo(() => {
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
    return (calendar: CalendarId) => known.get(calendar) ?? sampleTimes;
  }, [calendars, answers, locale]);
  return { times, forms };
}
