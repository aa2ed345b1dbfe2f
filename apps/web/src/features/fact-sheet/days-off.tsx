import type { ClosedDays } from '@plumgate/core/opening';
import { Plus, X } from 'lucide-react';
import { Button, IconButton } from '../../ui/button.tsx';

const box = 'h-8 rounded-control border border-strong-line bg-sheet px-1.5 text-[13px]';
const most = 60;

/** Holidays and other days on which the client is closed, each from one date to another. */
export function DaysOff({
  days,
  today,
  onChange,
  problem,
}: {
  days: ClosedDays[];
  /** The date that a new one begins with. */
  today: string;
  onChange: (days: ClosedDays[]) => void;
  problem: string | undefined;
}) {
  return (
    <fieldset className="grid content-start gap-1.5">
      <legend className="mb-1 text-xs font-semibold">Holidays and days off</legend>
      <p className="text-xs text-muted">
        On these days, opening hours show closed, calendars offer no times, and leads are not
        expected to be answered.
      </p>
      {days.map((day, index) => {
        const change = (changes: Partial<ClosedDays>) =>
          onChange(days.with(index, { ...day, ...changes }));
        const what = day.name || `day off ${index + 1}`;
        return (
          <div key={index} className="flex flex-wrap items-center gap-1.5">
            <input
              aria-label={`Name of ${what}`}
              placeholder="Thanksgiving"
              className={`${box} w-40`}
              maxLength={60}
              value={day.name}
              onChange={(event) => change({ name: event.target.value })}
            />
            <input
              type="date"
              aria-label={`First day of ${what}`}
              className={box}
              value={day.from}
              onChange={(event) => {
                const from = event.target.value;
                if (from) change({ from, to: from > day.to ? from : day.to });
              }}
            />
            to
            <input
              type="date"
              aria-label={`Last day of ${what}`}
              className={box}
              value={day.to}
              onChange={(event) => event.target.value && change({ to: event.target.value })}
            />
            <IconButton label={`Remove ${what}`} onClick={() => onChange(days.toSpliced(index, 1))}>
              <X />
            </IconButton>
          </div>
        );
      })}
      {problem && (
        <p role="alert" className="text-xs font-semibold text-brick">
          {problem}
        </p>
      )}
      <div>
        <Button
          disabled={days.length >= most}
          onClick={() => onChange([...days, { from: today, to: today, name: '' }])}
        >
          <Plus className="size-4" aria-hidden /> Add a day off
        </Button>
      </div>
    </fieldset>
  );
}
