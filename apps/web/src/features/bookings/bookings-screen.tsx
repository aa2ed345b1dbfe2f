import { api, type BookingView, type CalendarView } from '@plumgate/contract';
import {
  CalendarDays,
  ChevronLeft,
  ChevronRight,
  Percent,
  Plus,
  Printer,
  Settings2,
  Users,
} from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll, useSession } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button, IconButton, LinkButton } from '../../ui/button.tsx';
import { InlineSelect } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useNarrow } from '../../ui/use-narrow.ts';
import { AddBooking } from './add-booking.tsx';
import { AddEvent } from './add-event.tsx';
import { BookingDrawer } from './booking-drawer.tsx';
import { todayIn } from '../../ui/when.ts';
import { calendarsIn, filtered, staffIn } from './booking-filter.ts';
import { MonthGrid } from './month-grid.tsx';
import { dateText, daysOn, monthOf, monthsOn, monthText, weekOf, weeksOn } from './week.ts';
import { aloneStanding, gatheringsBetween } from './gatherings.ts';
import { WeekGrid } from './week-grid.tsx';

const views = { day: 'Day', week: 'Week', month: 'Month' } as const;
type View = keyof typeof views;
const nowWords: Record<View, string> = { day: 'Today', week: 'This week', month: 'This month' };

/** A client's bookings by day, week or month, in the client's zone. */
export function BookingsScreen() {
  const client = useClient();
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
      key={client.id}
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
  const [search, setSearch] = useSearchParams();
  const isNarrow = useNarrow();
  const date = search.get('on') ?? today;
  const asked = search.get('view');
  const view: View = asked && asked in views ? (asked as View) : isNarrow ? 'day' : 'week';
  const filter = { calendar: search.get('calendar') ?? '', staff: search.get('staff') ?? '' };
  const set = (changes: Record<string, string>) =>
    setSearch(
      (before) => {
        for (const [name, value] of Object.entries(changes))
          if (value) before.set(name, value);
          else before.delete(name);
        return before;
      },
      { replace: true },
    );
  const setDate = (on: string) => set({ on, booking: '' });
  const open = search.get('booking');
  const setOpen = (id: string | null) => set({ booking: id ?? '', on: date });
  const [adding, setAdding] = useState<{ start: string | null } | null>(null);
  const week = weekOf(date, client.zone);
  const month = monthOf(date, client.zone);
  const range = view === 'month' ? month : week;
  const days = view === 'day' ? [date] : week.days;
  const turn = (by: 1 | -1) =>
    setDate(
      view === 'day'
        ? daysOn(date, by)
        : view === 'week'
          ? weeksOn(week.monday, by)
          : monthsOn(date, by),
    );
  const list = useEndpoint(
    api.listBookings,
    { params: { clientId: client.id }, query: { from: range.from, until: range.until } },
    { refetchInterval: 15_000 },
  );
  const move = useMove();
  const bookings = filtered(list.data?.bookings ?? [], filter);
  const shown = calendarsIn(calendars, filter);
  const gatherings = gatheringsBetween(shown, bookings, range.from, range.until);
  const alone = aloneStanding(bookings, gatherings);
  const chosen = bookings.find((booking) => booking.id === open);
  const staff = staffIn(calendars);
  return (
    <div className="flex h-full flex-col print:block print:h-auto">
      <PageHead
        title="Bookings"
        beside={
          <span className="text-muted tabular-nums">
            {view === 'day'
              ? dateText(date)
              : view === 'week'
                ? `${dateText(week.days[0]!)} to ${dateText(week.days[6]!)}`
                : monthText(date)}
          </span>
        }
      >
        <InlineSelect
          label="View"
          options={views}
          value={view}
          onChange={(chosenView) => set({ view: chosenView, on: date })}
        />
        <IconButton label={`Previous ${view}`} onClick={() => turn(-1)}>
          <ChevronLeft />
        </IconButton>
        <Button onClick={() => setDate(today)}>{nowWords[view]}</Button>
        <IconButton label={`Next ${view}`} onClick={() => turn(1)}>
          <ChevronRight />
        </IconButton>
        <LinkButton
          look="quiet"
          to={`/${client.slug}/bookings/day-list?${new URLSearchParams({ ...filter, on: date })}`}
        >
          <Printer className="size-4" aria-hidden /> Day list
        </LinkButton>
        {calendars.length > 0 && (
          <Button look="main" onClick={() => setAdding({ start: null })}>
            <Plus className="size-4" aria-hidden /> Add a booking
          </Button>
        )}
      </PageHead>
      <Calendars calendars={calendars} client={client} today={today} maySetUp={maySetUp}>
        {calendars.length > 1 && (
          <InlineSelect
            label="Show bookings of"
            options={{
              '': 'All calendars',
              ...Object.fromEntries(calendars.map(({ id, content }) => [id, content.name])),
            }}
            value={filter.calendar}
            onChange={(calendar) => set({ calendar })}
          />
        )}
        {staff.length > 1 && (
          <InlineSelect
            label="Show bookings with"
            options={{
              '': 'Everybody',
              ...Object.fromEntries(staff.map(({ id, name }) => [id, name])),
            }}
            value={filter.staff}
            onChange={(who) => set({ staff: who })}
          />
        )}
      </Calendars>
      {calendars.length === 0 ? (
        <Empty title={`${client.name} has no calendar yet`}>
          <p>
            A calendar sets when people can book a consultation, a showing or a call; an event is a
            date they sign up for.
          </p>
        </Empty>
      ) : (
        <div className="flex min-h-0 flex-1">
          {view === 'month' ? (
            <MonthGrid
              {...{ days: month.days, month: month.month, zone: client.zone, today }}
              bookings={alone}
              gatherings={gatherings}
              onOpen={setOpen}
              onDay={(day) => set({ view: 'day', on: day })}
            />
          ) : (
            <WeekGrid
              days={days}
              zone={client.zone}
              today={today}
              calendars={shown}
              bookings={alone}
              gatherings={gatherings}
              slug={client.slug}
              chosen={open}
              onOpen={setOpen}
              onMove={(booking, start) => void move(booking, start)}
              onAdd={(start) => setAdding({ start })}
            />
          )}
          {chosen && (
            <BookingDrawer
              key={chosen.id}
              booking={chosen}
              zone={client.zone}
              slug={client.slug}
              staff={calendars.find(({ id }) => id === chosen.calendarId)?.staff ?? []}
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
  children,
}: {
  calendars: CalendarView[];
  client: { id: string; slug: string; zone: string };
  today: string;
  maySetUp: boolean;
  /** What narrows down what is shown. */
  children: ReactNode;
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
  const filters = <div className="ml-auto flex flex-wrap gap-2">{children}</div>;
  const row =
    'flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-6 py-2 max-md:px-4';
  const others = (
    <>
      <LinkButton look="quiet" to={`/${client.slug}/bookings/staff`}>
        <Users className="size-4" aria-hidden /> Staff
      </LinkButton>
      <LinkButton look="quiet" to={`/${client.slug}/bookings/rates`}>
        <Percent className="size-4" aria-hidden /> Rates
      </LinkButton>
      {filters}
    </>
  );
  if (!maySetUp) return calendars.length > 0 ? <div className={row}>{others}</div> : null;
  return (
    <div className={row}>
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
      {others}
      {addsEvent && <AddEvent {...{ client, today }} onClose={() => setAddsEvent(false)} />}
    </div>
  );
}
