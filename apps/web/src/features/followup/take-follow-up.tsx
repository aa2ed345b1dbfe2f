import { api, type ClientSheet, type FollowUpStart } from '@plumgate/contract';
import type { CalendarId, FormId, PageId } from '@plumgate/core/basics';
import type { FollowUp, PageNeed } from '@plumgate/core/library';
import { readyTemplates, takeTemplate } from '@plumgate/core/templates';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { SelectField } from '../../ui/field.tsx';
import { todayIn } from '../../ui/when.ts';
import { AddEvent } from '../bookings/add-event.tsx';
import { showsTimes, withCalendar } from '../pages/calendar-choice.tsx';
import { make } from '../pages/make-ids.ts';
import type { Choices } from './follow-up-choices.ts';

interface Taking {
  sheet: ClientSheet;
  followUp: FollowUp;
  choices: Choices;
}

/** What a follow-up needs besides its words, each chosen or made here, and the press that sets all of it up. */
export function TakeFollowUp({ sheet, followUp, choices }: Taking) {
  const { startsBy, pages, fields, list } = followUp;
  const { missing } = choices;
  const take = useTake({ sheet, followUp, choices });
  const drafts = pages.flatMap(({ key }) => {
    const page = choices.known.find(({ pageId }) => pageId === choices.pages[key]);
    return page && !page.live ? [page.name] : [];
  });
  return (
    <aside
      aria-label="What it needs"
      className="w-80 shrink-0 border-l border-line bg-sheet p-5 max-lg:w-full max-lg:border-t max-lg:border-l-0 lg:overflow-auto"
    >
      <h2 className="mb-3 text-lg">What it needs</h2>
      <div className="grid gap-4">
        {startsBy === 'form' && <FormNeed {...{ sheet, choices }} />}
        {(startsBy === 'calendar' || startsBy === 'event') && (
          <CalendarNeed isEvent={startsBy === 'event'} {...{ sheet, choices }} />
        )}
        {(startsBy === 'missed' || startsBy === 'came') && (
          <SelectField
            label="Of bookings in"
            options={{ '': 'Any calendar', ...named(choices) }}
            value={choices.calendar ?? ''}
            onChange={(event) =>
              choices.set({ calendar: (event.target.value || null) as CalendarId | null })
            }
          />
        )}
        {pages.map((need) => (
          <PageNeedField key={need.key} {...{ sheet, choices, need }} />
        ))}
        {fields.length > 0 && (
          <p className="text-muted">
            People get the field {fields.map(({ name }) => `“${name}”`).join(', ')} if they don’t
            have it yet. Its words read it.
          </p>
        )}
        {list && (
          <p className="text-muted">
            You get the list “{list.name}” under People. Tick people there and start the sequence.
          </p>
        )}
        {startsBy === 'hand' && (
          <p className="text-muted">
            Nothing else. Start it from a person’s record or from a list.
          </p>
        )}
        {drafts.length > 0 && (
          <p className="rounded-control bg-honey-tint px-3 py-2 text-honey">
            {drafts.map((name) => `“${name}”`).join(', ')} is not live yet. Nothing starts this
            follow-up by itself until it is published.
          </p>
        )}
        <div>
          <Button look="main" disabled={missing.length > 0} onClick={() => void take()}>
            Use this follow-up
          </Button>
          {missing.length > 0 && (
            <p className="mt-1.5 text-xs text-muted">Choose {missing.join(', ')} first.</p>
          )}
        </div>
      </div>
    </aside>
  );
}

function useTake({ sheet, followUp, choices }: Taking): () => Promise<void> {
  const refresh = useRefreshAll();
  const navigate = useNavigate();
  return async () => {
    try {
      const { sequenceId, notLive } = await call(api.takeFollowUp, {
        params: { clientId: sheet.id },
        body: {
          content: choices.shown,
          start: startOf(followUp, choices),
          fields: followUp.fields,
        },
      });
      await refresh();
      toast(
        notLive.length === 0
          ? `“${followUp.name}” is set up.`
          : `“${followUp.name}” is set up, and nothing starts it yet. ${whatIsLeft(followUp, notLive)}`,
      );
      void navigate(`/${sheet.slug}/follow-up/${sequenceId}`);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
}

/** What is to be done before a follow-up starts by itself, where a page that it links to is not live. */
function whatIsLeft({ startsBy }: FollowUp, notLive: readonly string[]): string {
  const publish = `Publish ${notLive.map((name) => `“${name}”`).join(', ')}`;
  if (startsBy === 'calendar' || startsBy === 'event')
    return `${publish}, then choose it in the ${startsBy}’s settings.`;
  return startsBy === 'hand' || startsBy === 'list'
    ? `${publish} first.`
    : `${publish}, then switch its rule on under Rules.`;
}

function startOf({ startsBy, list }: FollowUp, { form, calendar }: Choices): FollowUpStart {
  switch (startsBy) {
    case 'form':
      return { by: 'form', form: form! };
    case 'calendar':
    case 'event':
      return { by: 'calendar', calendar: calendar! };
    case 'missed':
    case 'came':
      return { by: startsBy, calendar };
    case 'list':
      return { by: 'list', ...list! };
    case 'hand':
      return { by: 'hand' };
  }
}

const named = ({ calendars }: Choices): Record<string, string> =>
  Object.fromEntries(calendars.map(({ id, content }) => [id, content.name]));

function FormNeed({ sheet, choices }: Omit<Taking, 'followUp'>) {
  const forms = useEndpoint(api.listForms, { params: { clientId: sheet.id } }).data?.forms ?? [];
  return (
    <SelectField
      label="The form whose submissions start it"
      options={{
        '': forms.length === 0 ? 'There is no form yet' : 'Choose a form',
        ...Object.fromEntries(forms.map(({ id, name }) => [id, name])),
      }}
      help="A rule is added that starts it; you can change the rule later."
      value={choices.form ?? ''}
      onChange={(event) => choices.set({ form: (event.target.value || null) as FormId | null })}
    />
  );
}

function CalendarNeed({
  sheet,
  choices,
  isEvent,
}: Omit<Taking, 'followUp'> & { isEvent: boolean }) {
  const [adding, setAdding] = useState(false);
  const refresh = useRefreshAll();
  const clock = useEndpoint(api.getClock, {});
  const sequences = useEndpoint(api.listSequences, { params: { clientId: sheet.id } });
  const chosen = choices.calendars.find(({ id }) => id === choices.calendar);
  const replaced = sequences.data?.sequences.find(({ id }) => id === chosen?.content.sequence);
  const choose = (calendar: CalendarId | null) => choices.set({ calendar });
  const addCalendar = async () => {
    try {
      const made = await call(api.createCalendar, {
        params: { clientId: sheet.id },
        body: { name: choices.calendars.length === 0 ? 'Visits' : 'Another calendar' },
      });
      await refresh();
      choose(made.id);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  return (
    <div className="grid gap-1.5">
      <SelectField
        label={isEvent ? 'The event' : 'The calendar'}
        options={{ '': isEvent ? 'Choose an event' : 'Choose a calendar', ...named(choices) }}
        value={choices.calendar ?? ''}
        help={
          replaced
            ? `It starts “${replaced.content.name}” now. It will start this one instead.`
            : undefined
        }
        onChange={(event) => choose((event.target.value || null) as CalendarId | null)}
      />
      <Button
        look="quiet"
        size="small"
        className="w-fit"
        onClick={() => (isEvent ? setAdding(true) : void addCalendar())}
      >
        <Plus className="size-3.5" aria-hidden /> {isEvent ? 'Add an event' : 'Add a calendar'}
      </Button>
      {adding && clock.data && (
        <AddEvent
          client={sheet}
          today={todayIn(clock.data.now, sheet.zone)}
          onAdded={(id) => {
            setAdding(false);
            choose(id);
          }}
          onClose={() => setAdding(false)}
        />
      )}
    </div>
  );
}

function PageNeedField({
  sheet,
  choices,
  need: { key, label, template },
}: Omit<Taking, 'followUp'> & { need: PageNeed }) {
  const refresh = useRefreshAll();
  const { data: all } = useEndpoint(api.listCalendars, { params: { clientId: sheet.id } });
  const choose = (pageId: PageId | null) =>
    choices.set({ pages: { ...choices.pages, [key]: pageId } });
  const ready = readyTemplates.find(({ name }) => name === template);
  const add = async () => {
    try {
      const clientId = sheet.id;
      let [page] = takeTemplate(ready!, [0], {}, make);
      if (showsTimes(page!.draft)) {
        const calendar =
          all?.calendars.find(({ content }) => !content.dates)?.id ??
          (await call(api.createCalendar, { params: { clientId }, body: { name: 'Visits' } })).id;
        page = { ...page!, draft: withCalendar(page!.draft, calendar) };
      }
      const { funnelId } = await call(api.createFunnel, {
        params: { clientId },
        body: { name: ready!.label, from: { pages: [page!] } },
      });
      const { pages } = await call(api.listPages, { params: { clientId } });
      await refresh();
      choose(pages.find((one) => one.funnelId === funnelId)?.pageId ?? null);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  return (
    <div className="grid gap-1.5">
      <SelectField
        label={label}
        options={{
          '': 'Choose a page',
          ...Object.fromEntries(
            choices.known.map((page) => [
              page.pageId,
              `${page.name}${page.live ? '' : ' (not live)'}`,
            ]),
          ),
        }}
        value={choices.pages[key] ?? ''}
        onChange={(event) => choose((event.target.value || null) as PageId | null)}
      />
      {ready && (
        <Button look="quiet" size="small" className="w-fit" onClick={() => void add()}>
          <Plus className="size-3.5" aria-hidden /> Make one from the template “{ready.label}”
        </Button>
      )}
    </div>
  );
}
