import { api, type CalendarView, type SlotView } from '@plumgate/contract';
import type { StaffId } from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';
import { useEndpoint } from '../../api/hooks.ts';
import { dayText, timeText } from '../../ui/when.ts';

/** How far free times are looked for, and how many days with some are shown. */
const daysAhead = 21;
const daysShown = 5;

/** The next free times of a calendar, by day, one of them pressed. They are shown in the calendar's own zone. */
export function FreeTimes({
  calendar,
  now,
  chosen,
  wish = {},
  onChoose,
}: {
  calendar: CalendarView;
  now: string;
  chosen: string | null;
  /** The member of the staff and the place, as far as they are chosen. */
  wish?: { staff?: StaffId; place?: string };
  onChoose: (start: string) => void;
}) {
  const { zone } = calendar.content.rules;
  const until = Temporal.Instant.from(now).add({ hours: 24 * daysAhead });
  const slots = useEndpoint(api.listSlots, {
    params: { calendarId: calendar.id },
    query: { from: now, until: until.toString(), ...wish },
  });
  if (!slots.data)
    return <div className="h-40" role="status" aria-label="Looking for free times" />;
  const days = byDay(slots.data.slots, zone).slice(0, daysShown);
  if (days.length === 0)
    return (
      <p className="text-muted">No free time in the next {daysAhead} days. Type one instead.</p>
    );
  return (
    <div role="group" aria-label="Free times" className="grid max-h-64 gap-2 overflow-auto">
      {days.map(([day, times]) => (
        <div key={day} className="grid grid-cols-[84px_1fr] items-start gap-2">
          <p className="pt-1.5 text-[13px] font-semibold">{day}</p>
          <div className="grid grid-cols-[repeat(auto-fill,minmax(82px,1fr))] gap-1.5">
            {times.map(({ start }) => (
              <button
                key={start}
                type="button"
                aria-label={`${day}, ${timeText(start, zone)}`}
                aria-pressed={start === chosen}
                className="h-8 rounded-control border border-strong-line bg-sheet text-[13px] tabular-nums hover:border-muted aria-pressed:border-plum aria-pressed:bg-plum aria-pressed:text-sheet"
                onClick={() => onChoose(start)}
              >
                {timeText(start, zone)}
              </button>
            ))}
          </div>
        </div>
      ))}
    </div>
  );
}

/** Free starts under the days on which they lie, in order. */
export function byDay(slots: readonly SlotView[], zone: string): [string, SlotView[]][] {
  const days = new Map<string, SlotView[]>();
  for (const slot of slots) {
    const day = dayText(slot.start, zone);
    days.set(day, [...(days.get(day) ?? []), slot]);
  }
  return [...days];
}
