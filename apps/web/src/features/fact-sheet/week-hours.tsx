import { type Week, weekdays, type Span } from '@plumgate/core/opening';
import { Plus, X } from 'lucide-react';
import { IconButton } from '../../ui/button.tsx';

const box =
  'h-8 rounded-control border border-strong-line bg-sheet px-1.5 text-[13px] tabular-nums';
const open: Span = { from: '09:00', to: '17:00' };

/** Opening hours by weekday, with a break or two where there is one. */
export function WeekHours({
  week,
  onChange,
  problem,
}: {
  week: Week;
  onChange: (week: Week) => void;
  problem: string | undefined;
}) {
  const set = (day: number, spans: Span[]) => onChange(week.with(day, spans));
  return (
    <fieldset className="grid gap-1.5">
      <legend className="mb-1 text-xs font-semibold">Opening hours</legend>
      {weekdays.map((name, day) => {
        const spans = week[day]!;
        return (
          <div key={name} className="flex min-h-8 flex-wrap items-center gap-x-3 gap-y-1">
            <span className="w-24">{name}</span>
            {spans.length === 0 && <span className="text-muted">Closed</span>}
            {spans.map((span, index) => {
              const change = (changes: Partial<Span>) =>
                set(day, spans.with(index, { ...span, ...changes }));
              return (
                <span key={index} className="flex items-center gap-1">
                  <input
                    type="time"
                    aria-label={`${name}, opens`}
                    className={box}
                    value={span.from}
                    onChange={(event) => event.target.value && change({ from: event.target.value })}
                  />
                  to
                  <input
                    type="time"
                    aria-label={`${name}, closes`}
                    className={box}
                    value={span.to === '24:00' ? '00:00' : span.to}
                    onChange={(event) =>
                      event.target.value &&
                      change({ to: event.target.value === '00:00' ? '24:00' : event.target.value })
                    }
                  />
                  <IconButton
                    label={`Remove these hours of ${name}`}
                    onClick={() => set(day, spans.toSpliced(index, 1))}
                  >
                    <X />
                  </IconButton>
                </span>
              );
            })}
            {spans.length < 4 && (
              <IconButton
                label={`Add hours for ${name}`}
                onClick={() => set(day, [...spans, spans.length === 0 ? open : nextAfter(spans)])}
              >
                <Plus />
              </IconButton>
            )}
          </div>
        );
      })}
      {problem && (
        <p role="alert" className="text-xs font-semibold text-brick">
          {problem}
        </p>
      )}
    </fieldset>
  );
}

/** A second stretch begins an hour after the first ends, where the day has room for it. */
function nextAfter(spans: Span[]): Span {
  const last = Number(spans.at(-1)!.to.slice(0, 2));
  const clock = (hour: number) => `${String(Math.min(23, hour)).padStart(2, '0')}:00`;
  return { from: clock(last + 1), to: clock(last + 4) };
}
