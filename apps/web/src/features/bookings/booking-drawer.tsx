import { api, type BookingView, type CalendarView } from '@plumgate/contract';
import type { StaffId } from '@plumgate/core/basics';
import { X } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { CallLink } from '../../ui/call-link.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { localOf, momentOf, whenText, zoneName } from '../../ui/when.ts';
import { BookingPill } from './booking-pill.tsx';
import { DepositNote } from './deposit-note.tsx';

/** One booking: who comes, and what can be done with it. */
export function BookingDrawer({
  booking,
  zone,
  slug,
  staff,
  onClose,
  onMove,
}: {
  booking: BookingView;
  zone: string;
  slug: string;
  /** Who takes bookings of its calendar. */
  staff: CalendarView['staff'];
  onClose: () => void;
  onMove: (start: string) => void;
}) {
  const refresh = useRefreshAll();
  const { person } = booking;
  const tell = async (work: Promise<unknown>, said: string) => {
    try {
      await work;
      toast(said);
    } catch (error) {
      toast.error(messageOf(error));
    }
    await refresh();
  };
  const params = { bookingId: booking.id };
  const mark = (as: Mark) => void tell(call(api.markBooking, { params, body: { as } }), 'Saved.');
  return (
    <aside
      aria-label="Booking"
      className="w-80 shrink-0 overflow-auto border-l border-line bg-sheet p-5 max-lg:absolute max-lg:inset-0 max-lg:z-30 max-lg:w-full"
    >
      <div className="flex items-start gap-2">
        <div className="min-w-0 flex-1">
          <h2 className="text-xl break-words">{person.name || person.email || person.phone}</h2>
          <p className="text-muted">
            {booking.calendarName}, {whenText(booking.startsAt, zone)}
          </p>
        </div>
        <IconButton label="Close" onClick={onClose}>
          <X />
        </IconButton>
      </div>
      <div className="mt-2 flex items-center gap-2">
        <BookingPill state={booking.state} />
        <Link
          className="text-[13px] font-semibold text-plum-dark hover:underline"
          to={`/${slug}/people/${person.id}`}
        >
          Open record
        </Link>
      </div>
      {person.phone && (
        <div className="mt-4">
          <CallLink phone={person.phone}>Call {person.phone}</CallLink>
        </div>
      )}
      {person.email && <p className="mt-2 text-muted break-words">{person.email}</p>}
      {booking.place && <p className="mt-2">At {booking.place}</p>}
      <WithWhom
        booking={booking}
        staff={staff}
        onGive={(id) =>
          void tell(
            call(api.moveBooking, { params, body: { start: booking.startsAt, staff: id } }),
            'Saved. They get a message.',
          )
        }
      />
      {booking.answers.length > 0 && (
        <dl className="mt-4 grid gap-2">
          {booking.answers.map(({ label, answer }) => (
            <div key={label}>
              <dt className="text-xs font-semibold">{label}</dt>
              <dd className="break-words whitespace-pre-line">{answer}</dd>
            </div>
          ))}
        </dl>
      )}
      <DepositNote booking={booking} />
      <Outcome state={booking.state} onMark={mark} />
      {booking.state === 'booked' && (
        <MoveOrCancel
          startsAt={booking.startsAt}
          zone={zone}
          onMove={onMove}
          onCancel={() =>
            void tell(call(api.cancelBooking, { params }), 'Canceled. They get a message.').then(
              onClose,
            )
          }
        />
      )}
    </aside>
  );
}

/** Which member of the staff it is with, and who else can have it. */
function WithWhom({
  booking,
  staff,
  onGive,
}: {
  booking: BookingView;
  staff: CalendarView['staff'];
  onGive: (staff: StaffId) => void;
}) {
  const who = booking.staff;
  if (booking.state !== 'booked' || staff.length < 2)
    return who && <p className="mt-2">With {who.name}</p>;
  const others = who && !staff.some(({ id }) => id === who.id) ? [who] : [];
  return (
    <div className="mt-4">
      <SelectField
        label="With"
        options={Object.fromEntries([
          ...(who ? [] : [['', 'Nobody by name']]),
          ...[...others, ...staff].map(({ id, name }) => [id, name]),
        ])}
        value={who?.id ?? ''}
        onChange={(event) => onGive(event.target.value as StaffId)}
      />
    </div>
  );
}

type Mark = 'came' | 'missed' | 'booked';

function Outcome({ state, onMark }: { state: BookingView['state']; onMark: (as: Mark) => void }) {
  return (
    <section className="mt-6 grid gap-2">
      <h3>Outcome</h3>
      <div className="flex gap-2">
        <Button disabled={state === 'came'} onClick={() => onMark('came')}>
          Came
        </Button>
        <Button disabled={state === 'missed'} onClick={() => onMark('missed')}>
          Missed
        </Button>
        {state !== 'booked' && (
          <Button look="quiet" onClick={() => onMark('booked')}>
            Not known yet
          </Button>
        )}
      </div>
    </section>
  );
}

function MoveOrCancel({
  startsAt,
  zone,
  onMove,
  onCancel,
}: {
  startsAt: string;
  zone: string;
  onMove: (start: string) => void;
  onCancel: () => void;
}) {
  const [time, setTime] = useState(localOf(startsAt, zone));
  return (
    <section className="mt-6 grid gap-3">
      <h3>Move to another time</h3>
      <TextField
        label={`Day and time, ${zoneName(zone)}`}
        type="datetime-local"
        value={time}
        help="They get a message right away; reminders follow the new time."
        onChange={(event) => setTime(event.target.value)}
      />
      <div className="flex gap-2">
        <Button
          look="main"
          disabled={!time || time === localOf(startsAt, zone)}
          onClick={() => onMove(momentOf(time, zone))}
        >
          Move
        </Button>
        <Button onClick={onCancel}>Cancel booking</Button>
      </div>
    </section>
  );
}
