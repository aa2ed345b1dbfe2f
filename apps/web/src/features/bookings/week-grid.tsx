import { wallClock } from '@plumgate/core/opening';
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
  type KeyboardCoordinateGetter,
  type UniqueIdentifier,
} from '@dnd-kit/core';
import type { BookingView, CalendarView } from '@plumgate/contract';
import { Link } from 'react-router';
import { useLayoutEffect, useRef, useState } from 'react';
import { timeText } from '../../ui/when.ts';
import type { Gathering } from './gatherings.ts';
import { dateText, momentAt, placeOf } from './week.ts';
import { hoursShown, sideBySide, type Lane } from './week-layout.ts';

const hourHeight = 52;
/** Bookings are moved by quarters of an hour; a form gives any minute. */
const step = 15;
const stepHeight = (hourHeight * step) / 60;

/** What is said on a move is said by the grid itself, which knows days and times. */
const silent: Announcements = {
  onDragStart: () => undefined,
  onDragOver: () => undefined,
  onDragEnd: () => undefined,
  onDragCancel: () => undefined,
};
const howTo =
  'Press Space to pick up a booking, the arrow keys to move it by a day or 15 minutes, Space again to drop it, Escape to cancel. Enter opens it.';

interface Grid {
  /** The local dates that are shown: a week of them, on a phone one. */
  days: string[];
  zone: string;
  today: string;
  calendars: CalendarView[];
  bookings: BookingView[];
  /** The dates of events in these days; their seats are not among the bookings. */
  gatherings: Gathering[];
  slug: string;
  chosen: string | null;
  onOpen: (id: string) => void;
  onMove: (booking: BookingView, start: string) => void;
  onAdd: (start: string) => void;
}

/** Days side by side. A booking is moved by dragging, or picked up with the space bar and moved by the arrow keys. */
export function WeekGrid(props: Grid) {
  const { days, zone, bookings, onMove } = props;
  const { from, until } = hoursShown(props.calendars, [...bookings, ...props.gatherings], zone);
  const [dayWidth, columns] = useDayWidth(days.length);
  const [said, setSaid] = useState('');
  const gridTemplateColumns = `repeat(${days.length}, minmax(0, 1fr))`;
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: byGrid(dayWidth),
      // Enter opens a booking; only the space bar picks it up.
      keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] },
    }),
  );
  const target = (booking: BookingView, delta: { x: number; y: number }): string | null => {
    const place = placeOf(booking.startsAt, zone);
    const day = days.indexOf(place.date) + Math.round(delta.x / (dayWidth || 1));
    const minute = place.minute + Math.round(delta.y / stepHeight) * step;
    if (!(day in days) || minute < 0 || minute >= 1440) return null;
    return momentAt(days[day]!, minute, zone);
  };
  const drop = ({ active, delta }: DragEndEvent) => {
    const booking = bookings.find((one) => one.id === active.id);
    const start = booking && target(booking, delta);
    if (booking && start && start !== booking.startsAt) onMove(booking, start);
  };
  const spoken = (id: UniqueIdentifier, delta: { x: number; y: number }) => {
    const booking = bookings.find((one) => one.id === id)!;
    const start = target(booking, delta);
    return start
      ? `${dateText(placeOf(start, zone).date)}, ${timeText(start, zone)}`
      : 'outside of the days shown';
  };
  return (
    <DndContext
      sensors={sensors}
      accessibility={{ announcements: silent, screenReaderInstructions: { draggable: howTo } }}
      onDragStart={({ active }) => setSaid(`Picked up: ${spoken(active.id, { x: 0, y: 0 })}.`)}
      onDragMove={({ active, delta }) => setSaid(spoken(active.id, delta))}
      onDragCancel={() => setSaid('Left where it was.')}
      onDragEnd={(event) => {
        setSaid(`Put down: ${spoken(event.active.id, event.delta)}.`);
        drop(event);
      }}
    >
      <p className="sr-only" aria-live="assertive">
        {said}
      </p>
      <div className="min-w-0 flex-1 overflow-auto">
        <div className="grid grid-cols-[52px_1fr] md:min-w-[720px]">
          <div />
          <div
            className="sticky top-0 z-20 grid border-b border-line bg-paper"
            style={{ gridTemplateColumns }}
          >
            {days.map((day) => (
              <h2
                key={day}
                className={`py-2 text-center font-sans text-[13px] font-semibold ${day === props.today ? 'text-plum-dark underline decoration-2 underline-offset-4' : ''}`}
              >
                {dateText(day)}
              </h2>
            ))}
          </div>
          <div className="text-right text-xs text-muted tabular-nums">
            {Array.from({ length: until - from }, (_, index) => (
              <div key={index} style={{ height: hourHeight }} className="-translate-y-2 pr-2">
                {index > 0 && wallClock((from + index) * 60, 'en-US', true)}
              </div>
            ))}
          </div>
          <div ref={columns} className="relative grid" style={{ gridTemplateColumns }}>
            {days.map((day) => (
              <Day key={day} day={day} from={from} until={until} {...props} dayWidth={dayWidth} />
            ))}
          </div>
        </div>
      </div>
    </DndContext>
  );
}

function Day({
  day,
  from,
  until,
  ...grid
}: Grid & { day: string; from: number; until: number; dayWidth: number }) {
  const here = grid.bookings.filter(
    (booking) => booking.state !== 'cancelled' && placeOf(booking.startsAt, grid.zone).date === day,
  );
  const gathered = grid.gatherings.filter(
    ({ startsAt }) => placeOf(startsAt, grid.zone).date === day,
  );
  const lanes = sideBySide(
    [...here, ...gathered].sort((a, b) => Date.parse(a.startsAt) - Date.parse(b.startsAt)),
  );
  return (
    <div
      className={`relative border-l border-line ${day === grid.today ? 'bg-sheet' : ''}`}
      style={{ height: (until - from) * hourHeight }}
      onDoubleClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        const minute = from * 60 + Math.floor((event.clientY - box.top) / stepHeight) * step;
        grid.onAdd(momentAt(day, minute, grid.zone));
      }}
    >
      {Array.from({ length: until - from - 1 }, (_, index) => (
        <div
          key={index}
          aria-hidden
          className="absolute inset-x-0 border-t border-line/70"
          style={{ top: (index + 1) * hourHeight }}
        />
      ))}
      {gathered.map((one) => (
        <Gathered key={one.id} gathering={one} from={from} lane={lanes.get(one.id)!} {...grid} />
      ))}
      {here.map((booking) => (
        <Booked
          key={booking.id}
          booking={booking}
          from={from}
          lane={lanes.get(booking.id)!}
          {...grid}
        />
      ))}
    </div>
  );
}

/** Where something lies in its day. */
const boxOf = (
  { startsAt, endsAt }: Pick<BookingView, 'startsAt' | 'endsAt'>,
  zone: string,
  from: number,
  lane: Lane,
) => {
  const { minute } = placeOf(startsAt, zone);
  const length = (Date.parse(endsAt) - Date.parse(startsAt)) / 60_000;
  return {
    top: ((minute - from * 60) * hourHeight) / 60,
    height: Math.max(20, (length * hourHeight) / 60 - 2),
    left: `calc(${(lane.index / lane.of) * 100}% + 2px)`,
    width: `calc(${100 / lane.of}% - 4px)`,
  };
};

/** A date of an event, which leads to who is signed up. */
function Gathered({
  gathering,
  from,
  lane,
  zone,
  slug,
}: Pick<Grid, 'zone' | 'slug'> & { gathering: Gathering; from: number; lane: Lane }) {
  const { calendarId, name, people, seats, startsAt } = gathering;
  const count = `${people} of ${seats} seats`;
  return (
    <Link
      className="absolute overflow-hidden rounded-md border-l-[3px] border-plum bg-plum-tint px-1.5 py-0.5 text-xs leading-tight text-plum-dark hover:underline"
      style={boxOf(gathering, zone, from, lane)}
      to={`/${slug}/bookings/calendars/${calendarId}`}
      aria-label={`${name}, ${timeText(startsAt, zone)}, ${count}`}
    >
      <b className="font-semibold tabular-nums">{timeText(startsAt, zone)}</b> {name}
      <span className="block tabular-nums">{count}</span>
    </Link>
  );
}

const tones = {
  booked: 'border-tide bg-tide-tint text-tide',
  came: 'border-leaf bg-leaf-tint text-leaf',
  missed: 'border-brick bg-brick-tint text-brick',
  cancelled: '',
} as const;

function Booked({
  booking,
  from,
  lane,
  zone,
  chosen,
  onOpen,
  dayWidth,
}: Grid & {
  booking: BookingView;
  from: number;
  lane: Lane;
  dayWidth: number;
}) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: booking.id,
    disabled: booking.state !== 'booked',
  });
  const snapped = transform && {
    x: Math.round(transform.x / (dayWidth || 1)) * dayWidth,
    y: Math.round(transform.y / stepHeight) * stepHeight,
  };
  return (
    <button
      ref={setNodeRef}
      type="button"
      className={`absolute overflow-hidden truncate rounded-md border-l-[3px] px-1.5 py-0.5 text-left align-top text-xs leading-tight ${tones[booking.state]} ${isDragging ? 'z-10 shadow-lg' : ''} ${chosen === booking.id ? 'outline-2 outline-plum' : ''}`}
      style={{
        ...boxOf(booking, zone, from, lane),
        transform: snapped ? `translate(${snapped.x}px, ${snapped.y}px)` : undefined,
      }}
      onDoubleClick={(event) => event.stopPropagation()}
      onClick={() => onOpen(booking.id)}
      {...attributes}
      {...listeners}
      aria-label={`${booking.person.name || booking.person.email}, ${booking.calendarName}, ${timeText(booking.startsAt, zone)}`}
    >
      <b className="font-semibold tabular-nums">{timeText(booking.startsAt, zone)}</b>{' '}
      <span className="text-ink">{booking.person.name || booking.person.email}</span>
    </button>
  );
}

/** The width of a day on the screen, kept as the window changes. */
function useDayWidth(days: number): [number, React.RefObject<HTMLDivElement | null>] {
  const columns = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => setWidth(entry!.contentRect.width / days));
    if (columns.current) observer.observe(columns.current);
    return () => observer.disconnect();
  }, [days]);
  return [width, columns];
}

/** The arrow keys move by a day, or by a quarter of an hour. */
const byGrid =
  (dayWidth: number): KeyboardCoordinateGetter =>
  (event, { currentCoordinates: { x, y } }) => {
    switch (event.code) {
      case 'ArrowRight':
        return { x: x + dayWidth, y };
      case 'ArrowLeft':
        return { x: x - dayWidth, y };
      case 'ArrowDown':
        return { x, y: y + stepHeight };
      case 'ArrowUp':
        return { x, y: y - stepHeight };
      default:
        return undefined;
    }
  };
