import { api, type CalendarView, type ClientSheet, type PageChoice } from '@plumgate/contract';
import type { CalendarId, FormId, PageId } from '@plumgate/core/basics';
import type { SequenceContent } from '@plumgate/core/followup';
import { missingChoices, takeFollowUp, type FollowUp } from '@plumgate/core/library';
import { useState } from 'react';
import { useEndpoint } from '../../api/hooks.ts';

/** What is chosen for a follow-up, and what the sequence would be with it. */
export interface Choices {
  form: FormId | null;
  calendar: CalendarId | null;
  /** The pages that its words link to, by the key of each need. */
  pages: Record<string, PageId | null>;
  set: (changes: Partial<Pick<Choices, 'form' | 'calendar' | 'pages'>>) => void;
  /** The client's calendars that it may count from: events alone where it counts from one. */
  calendars: CalendarView[];
  known: PageChoice[];
  /** What is still to be chosen, in words. */
  missing: string[];
  /** As it would be taken; what is not chosen yet is only shown. */
  shown: SequenceContent;
  shownPages: { pageId: PageId; slug: string; live: boolean }[];
}

export function useFollowUpChoices(sheet: ClientSheet, followUp: FollowUp): Choices {
  const params = { clientId: sheet.id };
  const [form, setForm] = useState<FormId | null>(null);
  const [calendar, setCalendar] = useState<CalendarId | null>(null);
  const [pages, setPages] = useState<Record<string, PageId | null>>({});
  const known = useEndpoint(api.listPages, { params }).data?.pages ?? [];
  const all = useEndpoint(api.listCalendars, { params }).data?.calendars ?? [];
  const isEvent = followUp.startsBy === 'event';
  const calendars = all.filter(({ content }) => (content.dates !== null) === isEvent);
  const chosenPages = Object.fromEntries(
    followUp.pages.flatMap(({ key }) => {
      const page = known.find(({ pageId }) => pageId === pages[key]);
      return page ? [[key, { id: page.pageId, slug: page.slug }]] : [];
    }),
  );
  const samples = Object.fromEntries(
    followUp.pages.map(({ key }) => [
      key,
      chosenPages[key] ?? { id: key as PageId, slug: key.replaceAll('_', '-') },
    ]),
  );
  return {
    ...{ form, calendar, pages, calendars, known },
    set: (changes) => {
      if ('form' in changes) setForm(changes.form ?? null);
      if ('calendar' in changes) setCalendar(changes.calendar ?? null);
      if (changes.pages) setPages(changes.pages);
    },
    missing: missingChoices(followUp, { form, calendar, pages: chosenPages }),
    shown: takeFollowUp(followUp, { calendar, pages: samples }),
    shownPages: Object.values(samples).map(({ id, slug }) => ({ pageId: id, slug, live: true })),
  };
}
