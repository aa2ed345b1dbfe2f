import { api, type BookingView, type CalendarView } from '@plumgate/contract';
import { CalendarDays, ChevronLeft, ChevronRight, Plus, Settings2 } from 'lucide-react';
import { useState } from 'react';
import { Link, useLocation, useNavigate, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll, useSession } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useNarrow } from '../../ui/use-narrow.ts';
import { AddBooking } from './add-booking.tsx';
import { AddEvent } from './add-event.tsx';
import { BookingDrawer } from './booking-drawer.tsx';
import { todayIn } from '../../ui/when.ts';
import { dateText, daysOn, weekOf, weeksOn } from './week.ts';
import { aloneStanding, gatheringsBetween } from './gatherings.ts';
import { WeekGrid } from './week-grid.tsx';

/** A client's week of bookings, in the client's zone. */
export function BookingsScreen() {
  const client = useClient();
  const location = useLocation();
  const clock = useEndpoint(api.getClock, {});
  const calendars = useEndpoint(
    api.listCalendars,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (calendars.isError)
    return <Failed error={calendars.error} again={() => void calendars.refetch()} />;
  if (!client || !clock.data || !calendars.data) return <Skeleton />;
  return (
    <BookingWeek
      key={`${client.id} ${location.search}`}
      client={client}
      today={todayIn(clock.data.now, client.zone)}
      now={clock.data.now}
      calendars={calendars.data.calendars}
    />
  );
}

function BookingWeek({
  client,
  today,
  now,
  calendars,
}: {
  client: { id: string; slug: string; zone: string; name: string };
  today: string;
  now: string;
  calendars: CalendarView[];
}) {
  const session = useSession();
  const maySetUp = session.data?.user.role !== 'front-desk';
  const [search] = useSearchParams();
  const [date, setDate] = useState(search.get('on') ?? today);
  const [open, setOpen] = useState<string | null>(search.get('booking'));
  const [adding, setAdding] = useState<{ start: string | null } | null>(null);
  const week = weekOf(date, client.zone);
  const isNarrow = useNarrow();
  const days = isNarrow ? [date] : week.days;
  const turn = (by: 1 | -1) => setDate(isNarrow ? daysOn(date, by) : weeksOn(week.monday, by));
  const list = useEndpoint(
    api.listBookings,
    { params: { clientId: client.id }, query: { from: week.from, until: week.until } },
    { refetchInterval: 15_000 },
  );
  const move = useMove();
  const bookings = list.data?.bookings ?? [];
  const gatherings = gatheringsBetween(calendars, bookings, week.from, week.until);
  const chosen = bookings.find((booking) => booking.id === open);
  return (
    <div className="flex h-full flex-col">
      <PageHead
        title="Bookings"
        beside={
          <span className="text-muted tabular-nums">
            {isNarrow ? dateText(date) : `${dateText(week.days[0]!)} to ${dateText(week.days[6]!)}`}
          </span>
        }
      >
        <IconButton label={isNarrow ? 'Previous day' : 'Previous week'} onClick={() => turn(-1)}>
          <ChevronLeft />
        </IconButton>
        <Button onClick={() => setDate(today)}>{isNarrow ? 'Today' : 'This week'}</Button>
        <IconButton label={isNarrow ? 'Next day' : 'Next week'} onClick={() => turn(1)}>
          <ChevronRight />
        </IconButton>
        {calendars.length > 0 && (
          <Button look="main" onClick={() => setAdding({ start: null })}>
            <Plus className="size-4" aria-hidden /> Add a booking
          </Button>
        )}
      </PageHead>
      <Calendars calendars={calendars} client={client} today={today} maySetUp={maySetUp} />
      {calendars.length === 0 ? (
        <Empty title={`${client.name} has no calendar yet`}>
          <p>
            A calendar sets when people can book a consultation, a showing or a call; an event is a
            date they sign up for.
          </p>
        </Empty>
      ) : (
        <div className="flex min-h-0 flex-1">
          <WeekGrid
            days={days}
            zone={client.zone}
            today={today}
            calendars={calendars}
            bookings={aloneStanding(bookings, gatherings)}
            gatherings={gatherings}
            slug={client.slug}
            chosen={open}
            onOpen={setOpen}
            onMove={(booking, start) => void move(booking, start)}
            onAdd={(start) => setAdding({ start })}
          />
          {chosen && (
            <BookingDrawer
              key={chosen.id}
              booking={chosen}
              zone={client.zone}
              slug={client.slug}
              onClose={() => setOpen(null)}
              onMove={(start) => void move(chosen, start)}
            />
          )}
        </div>
      )}
      {adding && (
        <AddBooking
          calendars={calendars}
          start={adding.start}
          now={now}
          onClose={() => setAdding(null)}
        />
      )}
    </div>
  );
}

/** Moves a booking, with an undo that moves it back. */
function useMove() {
  const refresh = useRefreshAll();
  const move = async (booking: BookingView, start: string) => {
    try {
      await call(api.moveBooking, { params: { bookingId: booking.id }, body: { start } });
      toast(`Moved. ${booking.person.name} gets a message with the new time.`, {
        action: {
          label: 'Undo',
          onClick: () => void move({ ...booking, startsAt: start }, booking.startsAt),
        },
      });
    } catch (error) {
      toast.error(messageOf(error));
    }
    await refresh();
  };
  return move;
}

function Calendars({
  calendars,
  client,
  today,
  maySetUp,
}: {
  calendars: CalendarView[];
  client: { id: string; slug: string; zone: string };
  today: string;
  maySetUp: boolean;
}) {
  const navigate = useNavigate();
  const refresh = useRefreshAll();
  const [addsEvent, setAddsEvent] = useState(false);
  const add = async () => {
    try {
      const made = await call(api.createCalendar, {
        params: { clientId: client.id },
        body: {
          name: calendars.length === 0 ? 'Consultation' : `Calendar ${calendars.length + 1}`,
        },
      });
      await navigate(`/${client.slug}/bookings/calendars/${made.id}`);
      await refresh();
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  if (!maySetUp) return null;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-6 py-2">
      {calendars.map((calendar) => (
        <Link
          key={calendar.id}
          className="flex items-center gap-1.5 font-medium text-plum-dark hover:underline"
          to={`/${client.slug}/bookings/calendars/${calendar.id}`}
        >
          {calendar.content.dates ? (
            <CalendarDays className="size-3.5" aria-hidden />
          ) : (
            <Settings2 className="size-3.5" aria-hidden />
          )}{' '}
          {calendar.content.name}
        </Link>
      ))}
      <Button look="quiet" onClick={() => void add()}>
        <Plus className="size-4" aria-hidden /> Add a calendar
      </Button>
      <Button look="quiet" onClick={() => setAddsEvent(true)}>
        <Plus className="size-4" aria-hidden /> Add an event
      </Button>
      {addsEvent && <AddEvent {...{ client, today }} onClose={() => setAddsEvent(false)} />}
    </div>
  );
}
