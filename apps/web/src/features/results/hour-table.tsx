import type { ResultRow } from '@plumgate/contract';
import { hourKey, shareText } from '@plumgate/core/results';
import { useState } from 'react';
import { InlineSelect } from '../../ui/field.tsx';

const days = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
const hours = Array.from({ length: 24 }, (_, hour) => hour);

const shown = { visitors: 'Visitors', leads: 'Leads', bookings: 'Bookings made' } as const;

/** When visitors come: a square for each hour of the week, the darker the more. */
export function HourTable({ rows }: { rows: readonly ResultRow[] }) {
  const [what, setWhat] = useState<keyof typeof shown>('visitors');
  const byHour = new Map(rows.map((row) => [row.key, row]));
  const most = Math.max(1, ...rows.map((row) => row[what]));
  const all = rows.reduce((sum, row) => sum + row[what], 0);
  return (
    <div className="grid gap-3 overflow-x-auto rounded-card border border-line bg-sheet p-4">
      <InlineSelect
        label="What is shown"
        className="justify-self-start"
        options={shown}
        value={what}
        onChange={(value) => setWhat(value as keyof typeof shown)}
      />
      <table className="w-full min-w-[720px] table-fixed border-separate border-spacing-0.5 text-xs tabular-nums">
        <caption className="sr-only">{shown[what]} by weekday and hour</caption>
        <thead className="text-muted">
          <tr>
            <td className="w-24" />
            {hours.map((hour) => (
              <th key={hour} scope="col" className="pb-1 text-left font-normal whitespace-nowrap">
                {hour % 3 === 0 ? (
                  hourName(hour)
                ) : (
                  <span className="sr-only">{hourName(hour)}</span>
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {days.map((day, index) => (
            <tr key={day}>
              <th scope="row" className="pr-3 text-left font-medium">
                {day}
              </th>
              {hours.map((hour) => {
                const count = byHour.get(hourKey(index + 1, hour))?.[what] ?? 0;
                return (
                  <td
                    key={hour}
                    title={`${day}, ${hourName(hour)}: ${count} (${shareText(count, all)})`}
                    className="h-7 min-w-6 rounded-sm text-center"
                    style={shade(count / most)}
                  >
                    {count || <span className="sr-only">0</span>}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

const hourName = (hour: number): string => `${hour % 12 || 12} ${hour < 12 ? 'AM' : 'PM'}`;

/** Between the paper and plum, without the shades in the middle, on which neither dark nor light words can be read. */
const shade = (share: number) => {
  const isDark = share > 0.6;
  const percent = Math.round(isDark ? 65 + (share - 0.6) * 60 : share * 60);
  return {
    background: `color-mix(in oklab, var(--color-plum) ${percent}%, var(--color-paper))`,
    ...(isDark && { color: 'var(--color-sheet)' }),
  };
};
