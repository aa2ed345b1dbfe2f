import { zoneName, timeOfDay } from '../../ui/when.ts';
import { api } from '@plumgate/contract';
import { noConditions } from '@plumgate/core/conditions';
import type { EndsWhen, SequenceContent } from '@plumgate/core/followup';
import { useEndpoint } from '../../api/hooks.ts';
import { SelectField, TextField, Tick } from '../../ui/field.tsx';
import type { Askable } from '../conditions/askable.ts';
import { OnlyPeople } from '../conditions/only-people.tsx';
import { useClient } from '../../api/client.ts';

const ends: [EndsWhen['when'], string][] = [
  ['booked', 'they book'],
  ['replied', 'they reply'],
  ['unsubscribed', 'they unsubscribe'],
  ['tagged', 'they are tagged'],
];

/** What a sequence counts from, when it ends, and when it keeps quiet. */
export function SequenceSettings({
  content,
  clientId,
  asks,
  onChange,
}: {
  content: SequenceContent;
  clientId: string;
  asks: Askable;
  onChange: (content: SequenceContent) => void;
}) {
  const set = (changes: Partial<SequenceContent>) => onChange({ ...content, ...changes });
  return (
    <details className="border-b border-line px-6 py-2 [&_summary]:cursor-pointer">
      <summary className="font-semibold text-plum-dark">
        Settings <span className="font-normal text-muted">{inWords(content)}</span>
      </summary>
      <div className="grid max-w-3xl grid-cols-2 gap-4 py-3 max-md:grid-cols-1">
        <TextField
          label="Name"
          maxLength={80}
          value={content.name}
          onChange={(change) => set({ name: change.target.value })}
        />
        <EventSetting content={content} clientId={clientId} set={set} />
        <EndsSetting content={content} set={set} />
        <QuietSetting content={content} set={set} />
        <OnlyPeople
          label="Who may join"
          conditions={content.onlyFor}
          asks={asks}
          onChange={(onlyFor) => set({ onlyFor })}
        />
        <OnlyPeople
          label="Also ends for"
          help="Asked as each step falls due."
          words={{ none: 'Nobody', some: 'People', first: 'people …' }}
          conditions={content.endsIf ?? noConditions}
          asks={asks}
          onChange={(endsIf) => set({ endsIf })}
        />
        <OnlyPeople
          label="Goal"
          help="People who match this now have reached the goal. The sequence goes on for them."
          words={{ none: 'None', some: 'Reached by people', first: 'reached by people …' }}
          conditions={content.goal ?? noConditions}
          asks={asks}
          onChange={(goal) => set({ goal })}
        />
      </div>
    </details>
  );
}

interface Setting {
  content: SequenceContent;
  set: (changes: Partial<SequenceContent>) => void;
}

const starters: Record<SequenceContent['event']['kind'], () => SequenceContent['event']> = {
  none: () => ({ kind: 'none' }),
  booking: () => ({ kind: 'booking', calendar: null, each: true }),
  fixed: () => ({ kind: 'fixed', name: 'the event', at: '2026-12-01T18:30' }),
};

function EventSetting({ content: { event }, clientId, set }: Setting & { clientId: string }) {
  const client = useClient();
  const calendars = useEndpoint(api.listCalendars, { params: { clientId } });
  return (
    <>
      <SelectField
        label="Counts from"
        options={{
          none: 'Sign-up only',
          booking: 'The person’s booking or event',
          fixed: 'A fixed date',
        }}
        value={event.kind}
        onChange={(change) => set({ event: starters[change.target.value as typeof event.kind]() })}
      />
      {event.kind === 'booking' && (
        <SelectField
          label="Calendar or event"
          options={{
            '': 'Any',
            ...Object.fromEntries(
              (calendars.data?.calendars ?? []).map((one) => [one.id, one.content.name]),
            ),
          }}
          value={event.calendar ?? ''}
          onChange={(change) =>
            set({
              event: {
                ...event,
                calendar: (change.target.value || null) as typeof event.calendar,
              },
            })
          }
        />
      )}
      {event.kind === 'booking' && (
        <Tick
          label="Every booking gets its own reminders"
          checked={event.each}
          onChange={(each) => set({ event: { ...event, each } })}
        />
      )}
      {event.kind === 'fixed' && (
        <>
          <TextField
            label="Event name"
            maxLength={80}
            value={event.name}
            onChange={(change) => set({ event: { ...event, name: change.target.value } })}
          />
          <TextField
            label={client ? `When, ${zoneName(client.zone)}` : 'When'}
            type="datetime-local"
            value={event.at}
            onChange={(change) => set({ event: { ...event, at: change.target.value } })}
          />
        </>
      )}
    </>
  );
}

function EndsSetting({ content, set }: Setting) {
  const endTag = content.endsWhen.find((end) => end.when === 'tagged')?.tag ?? '';
  const setEnd = (when: EndsWhen['when'], on: boolean) => {
    const others = content.endsWhen.filter((end) => end.when !== when);
    const end = when === 'tagged' ? { when, tag: 'done' } : { when };
    set({ endsWhen: on ? [...others, end] : others });
  };
  return (
    <fieldset className="grid gap-1">
      <legend className="mb-1 text-xs font-semibold">Ends when</legend>
      {ends.map(([when, words]) => (
        <label key={when} className="flex items-center gap-2">
          <input
            type="checkbox"
            className="accent-plum"
            checked={content.endsWhen.some((end) => end.when === when)}
            onChange={(change) => setEnd(when, change.target.checked)}
          />
          {words}
          {when === 'tagged' && endTag !== '' && (
            <input
              aria-label="Ends when tagged"
              className="h-7 w-32 rounded-control border border-strong-line bg-sheet px-2"
              maxLength={40}
              value={endTag}
              onChange={(change) =>
                set({
                  endsWhen: content.endsWhen.map((end) =>
                    end.when === 'tagged' ? { when: 'tagged', tag: change.target.value } : end,
                  ),
                })
              }
            />
          )}
        </label>
      ))}
    </fieldset>
  );
}

function QuietSetting({ content, set }: Setting) {
  const { quiet } = content;
  return (
    <fieldset className="grid content-start gap-2">
      <legend className="mb-1 text-xs font-semibold">Quiet hours</legend>
      <Tick
        label="Hold messages at night"
        checked={quiet !== null}
        onChange={(hold) => set({ quiet: hold ? { from: '21:00', to: '08:00' } : null })}
      />
      {quiet && (
        <div className="flex items-center gap-2">
          <input
            type="time"
            aria-label="Quiet from"
            className="h-8 rounded-control border border-strong-line bg-sheet px-2"
            value={quiet.from}
            onChange={(change) =>
              change.target.value && set({ quiet: { ...quiet, from: change.target.value } })
            }
          />
          to
          <input
            type="time"
            aria-label="Quiet until"
            className="h-8 rounded-control border border-strong-line bg-sheet px-2"
            value={quiet.to}
            onChange={(change) =>
              change.target.value && set({ quiet: { ...quiet, to: change.target.value } })
            }
          />
        </div>
      )}
      <Tick
        label="People can go through it more than once"
        checked={content.again}
        onChange={(again) => set({ again })}
      />
    </fieldset>
  );
}

function inWords(content: SequenceContent): string {
  const counts = {
    none: 'counts from sign-up',
    booking: 'counts from sign-up and the booking',
    fixed: 'counts from sign-up and a fixed date',
  }[content.event.kind];
  const end = content.endsWhen
    .map((one) => (one.when === 'tagged' ? `tagged ${one.tag}` : one.when))
    .join(' or ');
  return [
    counts,
    end && `ends when ${end}`,
    content.quiet && `quiet ${timeOfDay(content.quiet.from)} to ${timeOfDay(content.quiet.to)}`,
  ]
    .filter(Boolean)
    .join(' · ');
}
