import { type Span, type Week, weekdays } from '@plumgate/core/opening';
import { Plus, Trash2 } from 'lucide-react';
import { Button, IconButton } from './button.tsx';

/** The hours of a week by weekday; Monday's are given to the other weekdays by one press. */
export function WeekSpans({ week, onChange }: { week: Week; onChange: (week: Week) => void }) {
  return weekdays.map((weekday, index) => (
    <Spans
      key={weekday}
      label={weekday}
      spans={week[index]!}
      onChange={(spans) => onChange(week.with(index, spans))}
      {...(index === 0 && {
        onCopy: () => onChange(week.map((spans, day) => (day < 5 ? week[0]! : spans))),
      })}
    />
  ));
}

/** The spans of one day; none is a closed day. */
export function Spans({
  label,
  spans,
  onChange,
  onCopy,
}: {
  label: string;
  spans: Span[];
  onChange: (spans: Span[]) => void;
  /** Gives the other weekdays the same hours. */
  onCopy?: () => void;
}) {
  const time =
    'h-8 w-[86px] rounded-control border border-strong-line bg-sheet px-2 tabular-nums [&::-webkit-calendar-picker-indicator]:hidden';
  const change = (index: number, changes: Partial<Span>) =>
    onChange(spans.with(index, { ...spans[index]!, ...changes }));
  return (
    <fieldset className="relative flex min-h-8 flex-wrap items-center gap-x-2 gap-y-1.5 pl-24">
      <legend className="absolute top-1.5 left-0 font-semibold">{label}</legend>
      {spans.length === 0 && <span className="text-muted">closed</span>}
      {spans.map((span, index) => (
        <span key={index} className="flex items-center gap-1">
          <input
            type="time"
            aria-label={`${label}, hours ${index + 1}, from`}
            className={time}
            value={span.from}
            onChange={(event) => event.target.value && change(index, { from: event.target.value })}
          />
          <span className="text-muted">to</span>
          <input
            type="time"
            aria-label={`${label}, hours ${index + 1}, to`}
            className={time}
            value={span.to === '24:00' ? '00:00' : span.to}
            onChange={(event) =>
              event.target.value &&
              change(index, { to: event.target.value === '00:00' ? '24:00' : event.target.value })
            }
          />
          <IconButton
            label={`Remove hours ${index + 1} of ${label}`}
            onClick={() => onChange(spans.toSpliced(index, 1))}
          >
            <Trash2 />
          </IconButton>
        </span>
      ))}
      <IconButton
        label={`Add hours to ${label}`}
        onClick={() =>
          onChange([
            ...spans,
            spans.length === 0 ? { from: '09:00', to: '17:00' } : nextAfter(spans),
          ])
        }
      >
        <Plus />
      </IconButton>
      {onCopy && (
        <Button look="quiet" size="small" onClick={onCopy}>
          Copy to Tuesday to Friday
        </Button>
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
