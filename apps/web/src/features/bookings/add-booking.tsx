import { api, type CalendarView } from '@plumgate/contract';
import type { PersonId, StaffId } from '@plumgate/core/basics';
import { dateToTell, type CalendarQuestion } from '@plumgate/core/booking';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { Temporal } from 'temporal-polyfill';
import { call, CallError } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { EmailField } from '../../ui/email-field.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { LongField, SelectField, TextField } from '../../ui/field.tsx';
import { useAct } from '../../ui/use-act.ts';
import { localOf, momentOf, whenText, zoneName } from '../../ui/when.ts';
import { bookingAddress } from './booking-address.ts';
import { FreeTimes } from './free-times.tsx';

/** Somebody who is known already: their details need not be typed. */
export interface KnownPerson {
  id: string;
  name: string;
}

/** A booking by hand: when, in which calendar, for whom. Nothing typed is lost when the time is taken. */
export function AddBooking({
  calendars,
  person,
  start = null,
  now,
  onClose,
}: {
  calendars: CalendarView[];
  /** The person it is for; without one their details are asked. */
  person?: KnownPerson;
  start?: string | null;
  now: string;
  onClose: () => void;
}) {
  const [calendarId, setCalendar] = useState<string>(calendars[0]!.id);
  const [chosen, setChosen] = useState(start);
  const [typing, setTyping] = useState(start !== null);
  const [who, setWho] = useState({ name: '', email: '', phone: '' });
  const [staff, setStaff] = useState('');
  const [place, setPlace] = useState('');
  const [answers, setAnswers] = useState<Record<string, string>>({});
  const [failure, setFailure] = useState<unknown>(null);
  const calendar = calendars.find(({ id }) => id === calendarId)!;
  const { zone } = calendar.content.rules;
  const { places, questions } = calendar.content;
  const wish = {
    ...(staff && { staff: staff as StaffId }),
    ...(places.length > 0 && { place: place || places[0]!.id }),
  };
  const refresh = useRefreshAll();
  const navigate = useNavigate();
  const slug = useClient()?.slug ?? '';
  const add = async () => {
    try {
      const booking = await call(api.addBooking, {
        params: { calendarId },
        body: {
          start: chosen!,
          ...(person ? { personId: person.id as never } : who),
          ...wish,
          answers,
        },
      });
      await refresh();
      toast(
        `Booked: ${whenText(booking.startsAt, zone)}. ${booking.person.name} gets the confirmation.`,
        {
          action: {
            label: 'Show',
            onClick: () => void navigate(bookingAddress(slug, booking, zone)),
          },
        },
      );
      onClose();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog
      title={person ? `Book ${person.name}` : 'Add a booking'}
      width="w-[520px]"
      onClose={onClose}
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        {calendars.length > 1 && (
          <SelectField
            label="Calendar"
            options={Object.fromEntries(calendars.map((one) => [one.id, one.content.name]))}
            value={calendarId}
            onChange={(event) => {
              setCalendar(event.target.value);
              setChosen(null);
              setStaff('');
              setPlace('');
              setAnswers({});
            }}
          />
        )}
        {(calendar.staff.length > 1 || places.length > 1) && (
          <div className="grid gap-3 sm:grid-cols-2">
            {places.length > 1 && (
              <SelectField
                label="Place"
                options={Object.fromEntries(places.map(({ id, name }) => [id, name]))}
                value={place || places[0]!.id}
                onChange={(event) => setPlace(event.target.value)}
              />
            )}
            {calendar.staff.length > 1 && (
              <SelectField
                label="With"
                options={{
                  '': 'Anybody who is free',
                  ...Object.fromEntries(calendar.staff.map(({ id, name }) => [id, name])),
                }}
                value={staff}
                onChange={(event) => setStaff(event.target.value)}
              />
            )}
          </div>
        )}
        {typing ? (
          <TextField
            label={`Day and time, ${zoneName(zone)}`}
            type="datetime-local"
            required
            value={chosen ? localOf(chosen, zone) : ''}
            help="Outside of opening hours too, as long as nothing else is there."
            onChange={(event) =>
              setChosen(event.target.value ? momentOf(event.target.value, zone) : null)
            }
          />
        ) : (
          <FreeTimes {...{ calendar, now, chosen, wish }} onChoose={setChosen} />
        )}
        <div className="flex flex-wrap gap-2">
          <Button look="quiet" size="small" onClick={() => setTyping(!typing)}>
            {typing ? 'Choose from the free times' : 'Type another time'}
          </Button>
          {person && calendar.content.waiting && (
            <PutOnList {...{ calendar, person, now, wish }} onDone={onClose} />
          )}
        </div>
        {!person && <Details who={who} failure={failure} onChange={setWho} />}
        {questions.map((question) => (
          <AnswerField
            key={question.id}
            question={question}
            value={answers[question.id] ?? ''}
            onChange={(answer) => setAnswers({ ...answers, [question.id]: answer })}
          />
        ))}
        <DialogFoot
          does={chosen ? `Book ${whenText(chosen, zone)}` : 'Book'}
          off={!chosen || (!person && !who.name)}
          failure={failure}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}

/** Puts a known person on the waiting list: of an event for its next date, else for any time. */
function PutOnList({
  calendar: { id, content },
  person,
  now,
  wish,
  onDone,
}: {
  calendar: CalendarView;
  person: KnownPerson;
  now: string;
  wish: { staff?: StaffId; place?: string };
  onDone: () => void;
}) {
  const act = useAct();
  const { dates, rules } = content;
  const next = dates && dateToTell(dates, rules.zone, rules.length, Temporal.Instant.from(now));
  const wants = next?.start.toString() ?? null;
  const put = () =>
    act(async () => {
      await call(api.addWaitingEntry, {
        params: { calendarId: id },
        body: { personId: person.id as PersonId, wants, ...wish },
      });
      onDone();
      return { said: `${person.name} is on the waiting list of ${content.name}.` };
    });
  return (
    <Button look="quiet" size="small" onClick={() => void put()}>
      Put on the waiting list{wants && ` for ${whenText(wants, rules.zone)}`}
    </Button>
  );
}

/** The answer to a question of the calendar; at the desk none is a must. */
function AnswerField({
  question: { kind, label, options },
  value,
  onChange,
}: {
  question: CalendarQuestion;
  value: string;
  onChange: (answer: string) => void;
}) {
  if (kind === 'long')
    return (
      <LongField label={label} value={value} onChange={(event) => onChange(event.target.value)} />
    );
  if (kind === 'line')
    return (
      <TextField label={label} value={value} onChange={(event) => onChange(event.target.value)} />
    );
  const offered = kind === 'yes-no' ? ['Yes', 'No'] : options;
  return (
    <SelectField
      label={label}
      options={{ '': 'Not asked', ...Object.fromEntries(offered.map((one) => [one, one])) }}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}

interface Details {
  name: string;
  email: string;
  phone: string;
}

function Details({
  who,
  failure,
  onChange,
}: {
  who: Details;
  failure: unknown;
  onChange: (who: Details) => void;
}) {
  const wrong = (field: keyof Details) =>
    failure instanceof CallError ? failure.at(field) : undefined;
  return (
    <>
      <TextField
        label="Name"
        required
        value={who.name}
        error={wrong('name')}
        onChange={(event) => onChange({ ...who, name: event.target.value })}
      />
      <EmailField
        label="Email"
        value={who.email}
        error={wrong('email')}
        onChange={(email) => onChange({ ...who, email })}
      />
      <TextField
        label="Phone"
        type="tel"
        value={who.phone}
        error={wrong('phone')}
        onChange={(event) => onChange({ ...who, phone: event.target.value })}
      />
    </>
  );
}

/** Books a known person, from wherever they are looked at; nothing is shown where the client has no calendar. */
export function BookPerson({
  clientId,
  person,
  look = 'plain',
}: {
  clientId: string;
  person: KnownPerson;
  look?: 'plain' | 'main';
}) {
  const [open, setOpen] = useState(false);
  const calendars = useEndpoint(api.listCalendars, { params: { clientId } }).data?.calendars ?? [];
  const clock = useEndpoint(api.getClock, {});
  if (calendars.length === 0 || !clock.data) return null;
  return (
    <>
      <Button look={look} onClick={() => setOpen(true)}>
        Book
      </Button>
      {open && (
        <AddBooking
          calendars={calendars}
          person={person}
          now={clock.data.now}
          onClose={() => setOpen(false)}
        />
      )}
    </>
  );
}
