import {
  bookingPlaces,
  confirmationMergeGroups,
  repeatOf,
  repeatWords,
  ruleOf,
  type BookingPlace,
  type CalendarContent,
  type EventDates,
  type Repeat,
} from '@plumgate/core/booking';
import { weekdays } from '@plumgate/core/opening';
import { Temporal } from 'temporal-polyfill';
import { Choice, SelectField, TextField } from '../../ui/field.tsx';
import { ZoneField } from '../../ui/zone-field.tsx';
import { EmailField } from '../writing/message-fields.tsx';
import { MostPerPerson, WaitingTime } from './calendar-parts.tsx';

type Change = (content: CalendarContent) => void;
interface Part {
  content: CalendarContent;
  dates: EventDates;
  onChange: Change;
}

/** What an event is called, when it begins and ends, and how it repeats. */
export function EventTimes({ content, dates, onChange }: Part) {
  const { rules } = content;
  const set = (changes: Partial<EventDates>) =>
    onChange({ ...content, dates: { ...dates, ...changes } });
  const begins = Temporal.PlainDateTime.from(dates.start);
  const ends = begins.add({ minutes: rules.length }).toString({ smallestUnit: 'minute' });
  return (
    <section className="grid grid-cols-2 gap-3">
      <h2 className="col-span-2 text-lg">When</h2>
      <div className="col-span-2">
        <TextField
          label="Name"
          value={content.name}
          maxLength={80}
          onChange={(event) => onChange({ ...content, name: event.target.value })}
        />
      </div>
      <TextField
        label={dates.repeat ? 'First date begins' : 'Begins'}
        type="datetime-local"
        required
        value={dates.start}
        onChange={(event) => event.target.value && set({ start: event.target.value.slice(0, 16) })}
      />
      <TextField
        label={dates.repeat ? 'First date ends' : 'Ends'}
        type="datetime-local"
        required
        value={ends}
        min={dates.start}
        onChange={(event) => {
          const length = minutesUntil(begins, event.target.value);
          if (length > 0) onChange({ ...content, rules: { ...rules, length, startEvery: length } });
        }}
      />
      <div className="col-span-2">
        <ZoneField
          label="Time zone"
          zone={rules.zone}
          value={rules.zone}
          help="Every message and page about the event shows its time in this zone."
          onChange={(event) =>
            onChange({ ...content, rules: { ...rules, zone: event.target.value } })
          }
        />
      </div>
      <RepeatFields dates={dates} onChange={(repeat) => set({ repeat })} />
    </section>
  );
}

/** From 5 minutes to a day, as a calendar's length goes; 0 for what is no time after the beginning. */
function minutesUntil(begins: Temporal.PlainDateTime, ends: string): number {
  if (!ends) return 0;
  const minutes = begins.until(Temporal.PlainDateTime.from(ends)).total('minutes');
  return minutes >= 5 && minutes <= 1440 ? Math.round(minutes) : 0;
}

const unitOptions = { days: 'days', weeks: 'weeks', months: 'months' } as const;

/** Whether an event repeats, how often, and until when. */
function RepeatFields({
  dates,
  onChange,
}: {
  dates: EventDates;
  onChange: (repeat: string | null) => void;
}) {
  const plain: Repeat = { every: 1, unit: 'weeks', on: [], by: 'date', ends: { after: 6 } };
  const repeat = dates.repeat === null ? null : repeatOf(dates.repeat);
  const set = (changes: Partial<Repeat>) =>
    onChange(ruleOf({ ...plain, ...repeat, ...changes }, dates.start));
  const begins = Temporal.PlainDate.from(dates.start.slice(0, 10));
  return (
    <div className="col-span-2 grid gap-3">
      <Choice
        label="Takes place"
        value={dates.repeat === null ? 'once' : 'again'}
        options={{ once: 'Once', again: 'Again and again' }}
        onChange={(chosen) => (chosen === 'once' ? onChange(null) : set({}))}
      />
      {dates.repeat !== null && !repeat && (
        <p className="text-muted">
          It repeats {repeatWords(dates.repeat)}. Choose “Once” to set it anew.
        </p>
      )}
      {repeat && (
        <>
          <div className="grid grid-cols-2 gap-3">
            <TextField
              label="Every"
              type="number"
              min={1}
              max={99}
              value={repeat.every}
              onChange={(event) => set({ every: event.target.valueAsNumber || 1 })}
            />
            <SelectField
              label="Unit"
              options={unitOptions}
              value={repeat.unit}
              onChange={(event) => set({ unit: event.target.value as Repeat['unit'], on: [] })}
            />
          </div>
          {repeat.unit === 'weeks' && (
            <fieldset>
              <legend className="mb-1 text-xs font-semibold">
                On these days; none for the day of the first date
              </legend>
              <div className="flex flex-wrap gap-x-3 gap-y-1">
                {weekdays.map((name, index) => (
                  <label key={name} className="flex h-6 items-center gap-1.5">
                    <input
                      type="checkbox"
                      className="size-4 accent-plum"
                      checked={repeat.on.includes(index + 1)}
                      onChange={(event) =>
                        set({
                          on: event.target.checked
                            ? [...repeat.on, index + 1]
                            : repeat.on.filter((one) => one !== index + 1),
                        })
                      }
                    />
                    {name.slice(0, 3)}
                  </label>
                ))}
              </div>
            </fieldset>
          )}
          {repeat.unit === 'months' && (
            <SelectField
              label="On"
              options={{
                date: `Day ${begins.day} of the month`,
                weekday: `The ${weekOfMonth(begins)} ${weekdays[begins.dayOfWeek - 1]!} of the month`,
              }}
              value={repeat.by}
              onChange={(event) => set({ by: event.target.value as Repeat['by'] })}
            />
          )}
          <SeriesEnd repeat={repeat} onChange={(ends) => set({ ends })} />
        </>
      )}
    </div>
  );
}

const weekOfMonth = ({ day }: Temporal.PlainDate): string =>
  ['first', 'second', 'third', 'fourth', 'last'][Math.ceil(day / 7) - 1]!;

function SeriesEnd({
  repeat: { ends },
  onChange,
}: {
  repeat: Repeat;
  onChange: (ends: Repeat['ends']) => void;
}) {
  const kind = ends === null ? 'never' : 'after' in ends ? 'after' : 'on';
  return (
    <div className="grid grid-cols-2 items-start gap-3">
      <SelectField
        label="The series ends"
        options={{ after: 'After so many dates', on: 'On a day', never: 'Never' }}
        value={kind}
        onChange={(event) =>
          onChange(
            event.target.value === 'never'
              ? null
              : event.target.value === 'after'
                ? { after: 6 }
                : { on: Temporal.Now.plainDateISO().add({ months: 3 }).toString() },
          )
        }
      />
      {ends && 'after' in ends && (
        <TextField
          label="Dates"
          type="number"
          min={1}
          max={400}
          value={ends.after}
          onChange={(event) => onChange({ after: event.target.valueAsNumber || 1 })}
        />
      )}
      {ends && 'on' in ends && (
        <TextField
          label="Last day"
          type="date"
          value={ends.on}
          onChange={(event) => event.target.value && onChange({ on: event.target.value })}
        />
      )}
    </div>
  );
}

/** Where an event is, how many find a seat, and until when one can sign up. */
export function EventTerms({ content, onChange }: Omit<Part, 'dates'>) {
  const { rules } = content;
  return (
    <section className="grid grid-cols-2 gap-3">
      <h2 className="col-span-2 text-lg">Where and how many</h2>
      <SelectField
        label="Place"
        options={bookingPlaces}
        value={content.place}
        onChange={(event) => onChange({ ...content, place: event.target.value as BookingPlace })}
      />
      <TextField
        label="Seats"
        type="number"
        min={1}
        max={5000}
        help="on each date"
        value={rules.seats}
        onChange={(event) =>
          onChange({ ...content, rules: { ...rules, seats: event.target.valueAsNumber || 1 } })
        }
      />
      {content.place !== 'phone' && (
        <div className="col-span-2">
          <TextField
            label={content.place === 'video' ? 'Link to join' : 'Address'}
            value={content.where}
            maxLength={200}
            help={
              content.place === 'video'
                ? 'Only people who are signed up get it; pages say “Online”'
                : 'Leave empty to use the address on the fact sheet'
            }
            onChange={(event) => onChange({ ...content, where: event.target.value })}
          />
        </div>
      )}
      <MostPerPerson content={content} onChange={onChange} />
      <WaitingTime content={content} onChange={onChange} />
      <TextField
        label="Sign-up closes"
        type="number"
        min={0}
        help="minutes before it begins"
        value={rules.notice}
        onChange={(event) =>
          onChange({ ...content, rules: { ...rules, notice: event.target.valueAsNumber || 0 } })
        }
      />
    </section>
  );
}

/** What everybody who was signed up gets as soon as there is a recording. */
export function RecordingEmail({
  content,
  dates,
  clientId,
  onChange,
}: Part & { clientId: string }) {
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">After the event</h2>
      <EmailField
        label="Email with the recording"
        email={dates.recordingEmail}
        to={{ clientId, groups: confirmationMergeGroups(content) }}
        onChange={(recordingEmail) => onChange({ ...content, dates: { ...dates, recordingEmail } })}
      />
      <p className="text-xs text-muted">
        It goes out when you add a recording to a date and apply, to everybody who was signed up.
      </p>
    </section>
  );
}
