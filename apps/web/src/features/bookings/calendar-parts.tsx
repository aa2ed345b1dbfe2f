import { api } from '@plumgate/contract';
import {
  bookingPlaces,
  confirmationMergeGroups,
  type BookingPlace,
  type Calendar,
  type CalendarContent,
} from '@plumgate/core/booking';
import { sampleValues } from '@plumgate/core/emails';
import { Plus, Trash2 } from 'lucide-react';
import { Temporal } from 'temporal-polyfill';
import { useEndpoint } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { EmailField } from '../writing/message-fields.tsx';
import { Spans, WeekSpans } from '../../ui/spans.tsx';
import { NumberField } from '../../ui/number-field.tsx';
import { ZoneField } from '../../ui/zone-field.tsx';

/** When people may book, and in which zone that is meant. */
export function OpeningHours({
  rules,
  onChange,
}: {
  rules: Calendar;
  onChange: (changes: Partial<Calendar>) => void;
}) {
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">Opening hours</h2>
      <ZoneField
        label="Time zone"
        zone={rules.zone}
        value={rules.zone}
        help="Every message and page about a booking shows its time in this zone."
        onChange={(event) => onChange({ zone: event.target.value })}
      />
      <WeekSpans week={rules.hours} onChange={(hours) => onChange({ hours })} />
    </section>
  );
}

type Minutes = 'length' | 'startEvery' | 'before' | 'after' | 'notice';
const minuteFields: [Minutes, string, string][] = [
  ['length', 'Length', 'minutes'],
  ['startEvery', 'Start times every', 'minutes'],
  ['before', 'Buffer before', 'minutes'],
  ['after', 'Buffer after', 'minutes'],
  ['notice', 'Minimum notice', 'minutes, for booking and for changing'],
];

/** What is asked of each kind of place, and what is said without it. */
const whereLabels = {
  ours: ['Address', 'Leave empty to use the address on the fact sheet'],
  theirs: ['What people read about the place', 'Leave empty for “We come to you”'],
  video: ['Video link', 'People get it in the confirmation and the reminders'],
} as const;

/** What a booking is: where, how long, how soon and how many. */
export function BookingTerms({
  content,
  onChange,
}: {
  content: CalendarContent;
  onChange: (content: CalendarContent) => void;
}) {
  const { rules } = content;
  const setRules = (changes: Partial<Calendar>) =>
    onChange({ ...content, rules: { ...rules, ...changes } });
  return (
    <section className="grid grid-cols-2 gap-3">
      <h2 className="col-span-2 text-lg">A booking</h2>
      <TextField
        label="Name"
        value={content.name}
        maxLength={80}
        onChange={(event) => onChange({ ...content, name: event.target.value })}
      />
      <SelectField
        label="Place"
        options={bookingPlaces}
        value={content.place}
        onChange={(event) => onChange({ ...content, place: event.target.value as BookingPlace })}
      />
      {content.place !== 'phone' && (
        <div className="col-span-2">
          <TextField
            label={whereLabels[content.place][0]}
            value={content.where}
            maxLength={200}
            help={whereLabels[content.place][1]}
            onChange={(event) => onChange({ ...content, where: event.target.value })}
          />
        </div>
      )}
      {minuteFields.map(([field, label, help]) => (
        <NumberField
          key={field}
          label={label}
          help={help}
          value={rules[field]}
          onChange={(minutes) => setRules({ [field]: minutes ?? 0 })}
        />
      ))}
      <NumberField
        label="Bookable up to"
        help="days"
        value={rules.ahead}
        onChange={(ahead) => setRules({ ahead: ahead ?? 0 })}
      />
      <NumberField
        label="Daily limit"
        min={1}
        help="empty for no limit"
        value={rules.mostPerDay}
        onChange={(mostPerDay) => setRules({ mostPerDay })}
      />
      <NumberField
        label="Seats"
        min={1}
        help={
          content.staffing
            ? 'how many may book the same time with the same person'
            : 'how many may book the same time'
        }
        value={rules.seats}
        onChange={(seats) => setRules({ seats: seats ?? 0 })}
      />
      <MostPerPerson content={content} onChange={onChange} />
      <WaitingTime content={content} onChange={onChange} />
    </section>
  );
}

interface ContentPart {
  content: CalendarContent;
  onChange: (content: CalendarContent) => void;
}

/** How many bookings a person may have ahead of them. */
export function MostPerPerson({ content, onChange }: ContentPart) {
  return (
    <NumberField
      label="Most for one person"
      min={1}
      help="bookings ahead of them, empty for any number; you can always add more"
      value={content.mostPerPerson}
      onChange={(mostPerPerson) => onChange({ ...content, mostPerPerson })}
    />
  );
}

/** Whether there is a waiting list, and for how long it holds a freed seat for who is next. */
export function WaitingTime({ content, onChange }: ContentPart) {
  return (
    <NumberField
      label="Waiting list"
      min={1}
      max={168}
      help="hours that a freed seat is held for the next, empty for no waiting list"
      value={content.waiting?.hours ?? null}
      onChange={(hours) => onChange({ ...content, waiting: hours === null ? null : { hours } })}
    />
  );
}

/** What a booking causes: the confirmation, who is notified, and a sequence. */
export function AfterBooking({
  content,
  clientId,
  onChange,
}: {
  content: CalendarContent;
  clientId: string;
  onChange: (content: CalendarContent) => void;
}) {
  const sequences = useEndpoint(api.listSequences, { params: { clientId } });
  const set = (changes: Partial<CalendarContent>) => onChange({ ...content, ...changes });
  const { confirmation, dates, name } = content;
  const { data: sheet } = useEndpoint(api.getClient, { params: { clientId } });
  const sample =
    dates && sheet ? sampleValues(sheet, { at: dates.start, eventName: name }) : undefined;
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">{content.dates ? 'After signing up' : 'After booking'}</h2>
      <EmailField
        label="Confirmation"
        email={confirmation}
        to={{ clientId, groups: confirmationMergeGroups(content), sample }}
        onChange={(changed) => set({ confirmation: changed })}
      />
      <p className="text-xs text-muted">A calendar file is attached.</p>
      <TextField
        label="Notify"
        value={content.notify.join(', ')}
        help="Email addresses, separated by commas"
        onChange={(event) => set({ notify: event.target.value.split(/[\s,]+/).filter(Boolean) })}
      />
      <SelectField
        label="Starts the sequence"
        options={{
          '': 'None',
          ...Object.fromEntries(
            (sequences.data?.sequences ?? []).map((one) => [one.id, one.content.name]),
          ),
        }}
        value={content.sequence ?? ''}
        onChange={(event) =>
          set({ sequence: (event.target.value || null) as CalendarContent['sequence'] })
        }
      />
    </section>
  );
}

/** Dates that have hours of their own, or none. */
export function SpecialDays({
  days,
  today,
  onChange,
}: {
  days: Calendar['days'];
  today: string;
  onChange: (days: Calendar['days']) => void;
}) {
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">Days off and special days</h2>
      {days.length === 0 && (
        <p className="text-muted">
          None. A date listed here uses its own hours instead of the usual ones.
        </p>
      )}
      {days.map((day, index) => (
        <div key={index} className="grid gap-1 rounded-control border border-line bg-sheet p-2">
          <div className="flex items-center gap-2">
            <input
              type="date"
              aria-label="Date"
              className="h-8 rounded-control border border-strong-line bg-sheet px-2"
              value={day.date}
              onChange={(event) =>
                event.target.value &&
                onChange(days.with(index, { ...day, date: event.target.value }))
              }
            />
            <span className="flex-1" />
            <IconButton
              label={`Remove ${day.date}`}
              onClick={() => onChange(days.toSpliced(index, 1))}
            >
              <Trash2 />
            </IconButton>
          </div>
          <Spans
            label="Hours"
            spans={day.spans}
            onChange={(spans) => onChange(days.with(index, { ...day, spans }))}
          />
        </div>
      ))}
      <div>
        <Button onClick={() => onChange([...days, { date: nextFree(days, today), spans: [] }])}>
          <Plus className="size-4" aria-hidden /> Add a date
        </Button>
      </div>
    </section>
  );
}

/** A date that is not listed yet, to begin with: the day after the last one, or today. */
function nextFree(days: Calendar['days'], today: string): string {
  const last = days
    .map((day) => day.date)
    .sort()
    .at(-1);
  return last ? Temporal.PlainDate.from(last).add({ days: 1 }).toString() : today;
}
