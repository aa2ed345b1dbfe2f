import type { BookingView } from '@plumgate/contract';
import { weekdays } from '@plumgate/core/opening';
import { timeText } from '../../ui/when.ts';
import type { Gathering } from './gatherings.ts';
import { dateText, placeOf } from './week.ts';

/** As many lines as a day has room for. */
const linesShown = 3;

/** A month of days, each with the first of what is booked; a day opens by a press. */
export function MonthGrid({
  days,
  month,
  zone,
  today,
  bookings,
  gatherings,
  onOpen,
  onDay,
}: {
  days: readonly string[];
  /** `2026-11`: days of other months are paler. */
  month: string;
  zone: string;
  today: string;
  bookings: readonly BookingView[];
  gatherings: readonly Gathering[];
  onOpen: (id: string) => void;
  onDay: (date: string) => void;
}) {
  const shown = bookings.filter(({ state }) => state !== 'cancelled');
  return (
    <div className="min-w-0 flex-1 overflow-auto p-4">
      <div className="grid grid-cols-7 border-t border-l border-line md:min-w-[720px]">
        {weekdays.map((day) => (
          <div
            key={day}
            className="border-r border-b border-line py-1.5 text-center text-xs font-semibold text-muted"
          >
            {day.slice(0, 3)}
          </div>
        ))}
        {days.map((day) => {
          const lines = [
            ...gatherings
              .filter(({ startsAt }) => placeOf(startsAt, zone).date === day)
              .map((one) => ({
                ...{ id: one.id, booking: null, at: one.startsAt },
                text: `${one.name} (${one.people} of ${one.seats})`,
              })),
            ...shown
              .filter(({ startsAt }) => placeOf(startsAt, zone).date === day)
              .map((one) => ({
                ...{ id: one.id, booking: one.id, at: one.startsAt },
                text: one.person.name || one.person.email,
              })),
          ].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
          return (
            <div
              key={day}
              className={`min-h-24 border-r border-b border-line p-1 ${day.startsWith(month) ? 'bg-sheet' : ''}`}
            >
              <button
                type="button"
                className={`rounded-control px-1.5 text-xs tabular-nums hover:underline ${day === today ? 'bg-plum font-semibold text-sheet' : day.startsWith(month) ? 'font-semibold' : 'text-muted'}`}
                aria-label={`${dateText(day)}, ${lines.length} booked`}
                onClick={() => onDay(day)}
              >
                {Number(day.slice(8))}
              </button>
              <ul className="mt-0.5 grid gap-px">
                {lines.slice(0, linesShown).map((line) => (
                  <li key={line.id}>
                    <button
                      type="button"
                      className={`block w-full truncate rounded px-1 text-left text-xs leading-6 hover:bg-plum-tint max-md:hidden ${line.booking ? '' : 'text-plum-dark'}`}
                      onClick={() => (line.booking ? onOpen(line.booking) : onDay(day))}
                    >
                      <b className="font-semibold tabular-nums">{timeText(line.at, zone)}</b>{' '}
                      {line.text}
                    </button>
                  </li>
                ))}
              </ul>
              {lines.length > 0 && (
                <button
                  type="button"
                  className={`px-1 text-xs text-muted hover:underline ${lines.length > linesShown ? '' : 'md:hidden'}`}
                  onClick={() => onDay(day)}
                >
                  <span className="max-md:hidden">{lines.length - linesShown} more</span>
                  <span className="md:hidden">{lines.length}</span>
                </button>
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}
