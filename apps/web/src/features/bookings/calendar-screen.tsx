import { api, type CalendarView } from '@plumgate/contract';
import { CalendarContent, type Calendar } from '@plumgate/core/booking';
import { Trash2 } from 'lucide-react';
import { Link, useNavigate, useParams } from 'react-router';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { IconButton } from '../../ui/button.tsx';
import { DraftButtons } from '../../ui/draft-buttons.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useDraft } from '../../ui/use-draft.ts';
import { useRemoval } from '../bin/use-removal.tsx';
import { EventDatesList } from './event-dates-list.tsx';
import { EventEffect } from './event-effect.tsx';
import { EventTerms, EventTimes, RecordingEmail } from './event-parts.tsx';
import { CalendarQuestions } from './calendar-questions.tsx';
import { CalendarPlaces, CalendarStaff } from './calendar-staff.tsx';
import { FeedAddress } from './feed-address.tsx';
import { AfterBooking, BookingTerms, OpeningHours, SpecialDays } from './calendar-parts.tsx';
import { WaitingEntries } from './waiting-entries.tsx';
import { todayIn } from '../../ui/when.ts';

/** A calendar's settings: when people may book, and what a booking causes; of an event, its dates and who comes. */
export function CalendarScreen() {
  const client = useClient();
  const { calendarId = '' } = useParams();
  const clock = useEndpoint(api.getClock, {});
  const calendar = useEndpoint(api.getCalendar, { params: { calendarId } });
  if (calendar.isError)
    return <Failed error={calendar.error} again={() => void calendar.refetch()} />;
  if (!client || !calendar.data || !clock.data) return <Skeleton />;
  return (
    <Settings
      key={`${calendar.data.id} ${calendar.data.version}`}
      calendar={calendar.data}
      slug={client.slug}
      zone={client.zone}
      now={clock.data.now}
      today={todayIn(clock.data.now, client.zone)}
    />
  );
}

function Settings({
  calendar,
  slug,
  zone,
  now,
  today,
}: {
  calendar: CalendarView;
  slug: string;
  zone: string;
  now: string;
  today: string;
}) {
  const params = { calendarId: calendar.id };
  const draft = useDraft({
    stored: calendar.content,
    version: calendar.version,
    draft: calendar.draft,
    saveDraft: (body) => call(api.saveCalendarDraft, { params, body }),
    discardDraft: () => call(api.discardCalendarDraft, { params }),
    apply: async (content) => {
      await call(api.saveCalendar, { params, body: { version: calendar.version, content } });
      return content.dates ? 'Applied.' : 'Applied. Existing bookings stay as they are.';
    },
  });
  const { remove, removal } = useRemoval();
  const navigate = useNavigate();
  const { value: content, setValue: set } = draft;
  const { rules, dates } = content;
  const setRules = (changes: Partial<Calendar>) =>
    set({ ...content, rules: { ...rules, ...changes } });
  const problem = CalendarContent.safeParse(content).error?.issues[0]?.message;
  return (
    <>
      <PageHead
        title={content.name || (dates ? 'Event' : 'Calendar')}
        above={
          <Link className="hover:underline" to={`/${slug}/bookings`}>
            Bookings
          </Link>
        }
      >
        <DraftButtons problem={problem} draft={draft} />
        <IconButton
          label={dates ? 'Delete the event' : 'Delete the calendar'}
          onClick={() =>
            void remove({
              kind: 'calendar',
              id: calendar.id,
              does: () => call(api.removeCalendar, { params }),
              after: () => navigate(`/${slug}/bookings`),
            })
          }
        >
          <Trash2 />
        </IconButton>
      </PageHead>
      {removal}
      {dates && draft.changed && !problem && (
        <EventEffect calendarId={calendar.id} content={content} />
      )}
      <div className="grid max-w-6xl gap-8 p-6 max-md:p-4 lg:grid-cols-2">
        <div className="grid content-start gap-6">
          {dates ? (
            <>
              <EventTimes content={content} dates={dates} onChange={set} />
              <EventDatesList
                {...{ slug, content, dates, now }}
                stored={calendar.content}
                calendarId={calendar.id}
                clientId={calendar.clientId}
                onChange={(changed) => set({ ...content, dates: changed })}
              />
            </>
          ) : (
            <>
              <OpeningHours rules={rules} onChange={setRules} />
              <SpecialDays
                days={rules.days}
                today={today}
                onChange={(days) => setRules({ days })}
              />
              <CalendarStaff {...{ content, slug }} clientId={calendar.clientId} onChange={set} />
              <CalendarPlaces {...{ content }} clientId={calendar.clientId} onChange={set} />
            </>
          )}
        </div>
        <div className="grid content-start gap-6">
          {dates ? (
            <EventTerms content={content} onChange={set} />
          ) : (
            <BookingTerms content={content} onChange={set} />
          )}
          <CalendarQuestions
            questions={content.questions}
            onChange={(questions) => set({ ...content, questions })}
          />
          <AfterBooking content={content} clientId={calendar.clientId} onChange={set} />
          {dates && (
            <RecordingEmail {...{ content, dates }} clientId={calendar.clientId} onChange={set} />
          )}
          <WaitingEntries calendar={calendar} slug={slug} />
          <section className="grid gap-2">
            <h2 className="text-lg">In a calendar program</h2>
            <FeedAddress of={{ calendarId: calendar.id }} zone={zone} />
          </section>
        </div>
      </div>
    </>
  );
}
