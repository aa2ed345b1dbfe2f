import { api, type BookingView } from '@plumgate/contract';
import { eventDates, movesOf, type CalendarContent, type EventDates } from '@plumgate/core/booking';
import { useState } from 'react';
import { Link } from 'react-router';
import { Temporal } from 'temporal-polyfill';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { whenText } from '../../ui/when.ts';
import { BookingPill } from './booking-pill.tsx';
import { bookingAddress } from './booking-address.ts';

/** How far around now dates are listed, and how many at most. */
const [daysBack, daysAhead, most] = [90, 400, 40];

/** The dates of an event: who is signed up for each, and what can be done with it. */
export function EventDatesList({
  calendarId,
  clientId,
  slug,
  stored,
  content,
  dates,
  now,
  onChange,
}: {
  calendarId: string;
  clientId: string;
  slug: string;
  /** The event as it is in effect: what people are signed up for. */
  stored: CalendarContent;
  content: CalendarContent;
  dates: EventDates;
  now: string;
  onChange: (dates: EventDates) => void;
}) {
  const { zone, seats } = content.rules;
  const from = Temporal.Instant.from(now).subtract({ hours: 24 * daysBack });
  const until = Temporal.Instant.from(now).add({ hours: 24 * daysAhead });
  const list = useEndpoint(api.listBookings, {
    params: { clientId },
    query: { from: from.toString(), until: until.toString() },
  });
  const bookings = (list.data?.bookings ?? []).filter(
    (one) => one.calendarId === calendarId && one.state !== 'cancelled',
  );
  const startOf = startsAfter(stored, content, bookings);
  const all = eventDates(dates, zone, from, until);
  const shown = all.slice(0, most);
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">{dates.repeat ? 'Dates' : 'Signed up'}</h2>
      {shown.length === 0 && <p className="text-muted">It has no date from three months ago on.</p>}
      <ul className="grid gap-2">
        {shown.map(({ wall, local, start }) => (
          <EventDateRow
            key={wall}
            {...{ wall, local, dates, zone, slug, seats, onChange }}
            start={start.toString()}
            isPast={Temporal.Instant.compare(start, Temporal.Instant.from(now)) < 0}
            bookings={bookings.filter((one) => startOf(one) === start.toString())}
          />
        ))}
      </ul>
      {all.length > most && (
        <p className="text-muted">
          These are the first {most} of {all.length}.
        </p>
      )}
      {dates.except.length > 0 && (
        <p className="text-[13px] text-muted">
          Left out: {dates.except.map((wall) => shortDay(wall)).join(', ')}.{' '}
          <button
            type="button"
            className="font-semibold text-plum-dark underline"
            onClick={() => onChange({ ...dates, except: [] })}
          >
            Take them back in
          </button>
        </p>
      )}
    </section>
  );
}

/** When each booking would be once the change is applied. */
function startsAfter(
  stored: CalendarContent,
  content: CalendarContent,
  bookings: readonly BookingView[],
): (booking: BookingView) => string {
  const instants = [...new Set(bookings.map(({ startsAt }) => startsAt))].map((at) =>
    Temporal.Instant.from(at),
  );
  const moves =
    stored.dates && content.dates
      ? movesOf(
          { dates: stored.dates, zone: stored.rules.zone },
          { dates: content.dates, zone: content.rules.zone },
          instants,
        ).moves
      : new Map<string, Temporal.Instant>();
  return ({ startsAt, state }) =>
    ((state === 'booked' && moves.get(startsAt)) || Temporal.Instant.from(startsAt)).toString();
}

const shortDay = (wall: string) =>
  Temporal.PlainDate.from(wall.slice(0, 10)).toLocaleString('en-US', {
    weekday: 'short',
    month: 'short',
    day: 'numeric',
  });

function EventDateRow({
  wall,
  local,
  start,
  dates,
  zone,
  slug,
  seats,
  isPast,
  bookings,
  onChange,
}: {
  wall: string;
  local: string;
  start: string;
  dates: EventDates;
  zone: string;
  slug: string;
  seats: number;
  isPast: boolean;
  bookings: BookingView[];
  onChange: (dates: EventDates) => void;
}) {
  const [open, setOpen] = useState(false);
  const [moving, setMoving] = useState(false);
  const recording = dates.recordings.find((one) => one.start === local);
  const others = dates.moved.filter(({ from }) => from !== wall);
  const move = (to: string) =>
    onChange({ ...dates, moved: to === wall ? others : [...others, { from: wall, to }] });
  const leaveOut = () => onChange({ ...dates, moved: others, except: [...dates.except, wall] });
  const record = (link: string) =>
    onChange({
      ...dates,
      recordings: [
        ...dates.recordings.filter((one) => one !== recording),
        ...(link ? [{ start: local, link }] : []),
      ],
    });
  const name = whenText(start, zone);
  return (
    <li className="grid gap-2 rounded-control border border-line bg-sheet px-3 py-2">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className="font-semibold tabular-nums">{name}</span>
        {local !== wall && (
          <span className="text-[13px] text-muted">moved from {shortDay(wall)}</span>
        )}
        <span className="text-muted tabular-nums">
          {bookings.length} of {seats} seats
        </span>
        <span className="flex-1" />
        {bookings.length > 0 && (
          <Button
            look="quiet"
            size="small"
            aria-expanded={open}
            aria-label={`${open ? 'Hide' : 'Show'} who is signed up for ${name}`}
            onClick={() => setOpen(!open)}
          >
            {open ? 'Hide people' : 'Show people'}
          </Button>
        )}
        {dates.repeat && !isPast && (
          <>
            <Button
              look="quiet"
              size="small"
              aria-label={`Move ${name}`}
              onClick={() => setMoving(!moving)}
            >
              Move
            </Button>
            <Button look="quiet" size="small" aria-label={`Leave out ${name}`} onClick={leaveOut}>
              Leave out
            </Button>
          </>
        )}
      </div>
      {moving && (
        <TextField
          label="This date takes place"
          type="datetime-local"
          value={local}
          onChange={(event) => event.target.value && move(event.target.value.slice(0, 16))}
        />
      )}
      {open && (
        <ul className="grid gap-1 border-t border-line pt-2">
          {bookings.map((booking) => (
            <li key={booking.id} className="flex items-center gap-2">
              <Link
                className="min-w-0 flex-1 truncate font-medium text-plum-dark hover:underline"
                to={bookingAddress(slug, booking, zone)}
              >
                {booking.person.name || booking.person.email || booking.person.phone}
              </Link>
              <BookingPill state={booking.state} />
            </li>
          ))}
        </ul>
      )}
      {(isPast || recording) && (
        <TextField
          label="Recording"
          type="url"
          placeholder="https://"
          value={recording?.link ?? ''}
          help={recording ? undefined : 'Everybody who was signed up gets the link'}
          onChange={(event) => record(event.target.value.trim())}
        />
      )}
    </li>
  );
}
